/** The line of waiting jobs: bounded, cheap ones soon, costly ones not for ever, nobody before everybody. */
import fc from 'fast-check'
import { expect, it } from 'vitest'
import { Overloaded } from '../src/overloaded.ts'
import { MOST_OF_A_CLIENT, MOST_WAITING, WaitingLine, type WaitingJob } from '../src/search/engine/waitingLine.ts'

const job = (effort: number, client: string | null, since = 0): WaitingJob => ({ effort, client, since })
const SECOND = 1000

it('lets nobody in who brings more than their share, or when it is full; the catalogue’s own jobs always', () => {
  const own = new WaitingLine()
  for (let i = 0; i < MOST_OF_A_CLIENT; i += 1) own.add(job(1, 'one'))
  expect(() => { own.add(job(1, 'one')) }).toThrow(Overloaded) // prettier-ignore
  own.add(job(1, 'other'))
  const full = new WaitingLine()
  for (let i = 0; i < MOST_WAITING; i += 1) full.add(job(1, String(i)))
  expect(() => { full.add(job(1, 'new')) }).toThrow(Overloaded) // prettier-ignore
  full.add(job(1, null))
})

it('a cheap job goes within two turns, however long costly ones have waited', () => {
  const line = new WaitingLine()
  for (let i = 0; i < 50; i += 1) line.add(job(4_000_000, 'attacker', i))
  const cheap = job(100, 'reader', 60 * SECOND)
  line.add(cheap)
  expect([line.take(60 * SECOND), line.take(60 * SECOND)]).toContain(cheap)
})

it('a costly job goes in the end, however many cheap ones come', () => {
  const line = new WaitingLine()
  const costly = job(50_000_000, 'researcher')
  line.add(costly)
  let turns = 0
  for (let now = 0; line.remove(costly) && turns < 2000; now += 10, turns += 1) {
    line.add(costly)
    line.add(job(10, `reader ${String(turns)}`, now))
    line.take(now)
  }
  // By five seconds it has made up for what it costs.
  expect(turns).toBeLessThan(1000)
})

it('who has used much lately comes after who has not', () => {
  const line = new WaitingLine()
  line.note('greedy', 3000, 0)
  const [greedy, modest] = [job(10, 'greedy'), job(10_000, 'modest')]
  line.add(greedy)
  line.add(modest)
  expect([line.take(10), line.take(10)]).toEqual([modest, greedy])
  // A minute later that is forgotten.
  line.add(greedy)
  line.add(modest)
  expect(line.take(60 * SECOND)).toBe(greedy)
})

it('lets go whoever leaves, wherever they stand in the line', () => {
  const line = new WaitingLine()
  const [first, second] = [job(1, 'a'), job(2, 'a')]
  line.add(first)
  line.add(second)
  expect([line.remove(first), line.remove(first), line.length]).toEqual([true, false, 1])
  expect(line.take(0)).toBe(second)
})

it('gives every job once', () => {
  const jobs = fc.array(fc.record({ effort: fc.nat(10_000_000), client: fc.constantFrom('a', 'b', null), since: fc.nat(5000) }), { maxLength: 60 })
  fc.assert(
    fc.property(jobs, (all) => {
      const line = new WaitingLine()
      for (const one of all) line.add(one)
      const taken = all.map(() => line.take(6000))
      expect(new Set(taken)).toEqual(new Set(all))
      expect(line.take(6000)).toBeUndefined()
    }),
  )
}) // prettier-ignore
