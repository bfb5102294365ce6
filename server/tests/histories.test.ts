/** Whatever readers do in whatever order: copies are promised once, the queue is just, and every step is told. */
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Card } from '@catalex/contract/card'
import type { Hold, HoldOptions } from '@catalex/contract/holds'
import type { Problem } from '@catalex/contract/problem'
import { mayBecome } from '@catalex/core/holds'
import { addReaders } from '@catalex/demo/world'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { handOn } from '../src/circulation/commands/handOn.ts'
import { transition } from '../src/circulation/commands/transition.ts'
import { HOLDS, LOANS } from '../src/circulation/tables.ts'
import { DAY, sampleReader, startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

const READERS = 5
const PICKUPS = ['ferrygate', 'northmole', 'corrow']
const cardOf = (reader: number) => `0009000${String(reader)}`

let catalogue: Catalogue
let readers: Visitor[]
let titles: string[]

/** Readers of the adult category; one pickup location is for students alone, and a category of readers has none at all. */
function changeWorld(world: string): void {
  const category = (i: number) => (i > READERS ? 'hermit' : 'adult')
  addReaders(
    world,
    Array.from({ length: READERS + 2 }, (_, i) => sampleReader(cardOf(i), category(i))),
  )
  const policies = JSON.parse(readFileSync(join(world, 'policies.json'), 'utf8')) as { categories: object[] }
  policies.categories.push({ code: 'hermit', name: 'Hermit', holdsLimit: 5, owedLimit: 1000 })
  writeFileSync(join(world, 'policies.json'), JSON.stringify(policies))
  const library = JSON.parse(readFileSync(join(world, 'library.json'), 'utf8')) as {
    branches: { code: string; pickups: { categories: string[] | null }[] }[]
  }
  const others = ['adult', 'junior', 'homebound', 'student', 'lecturer', 'visitor']
  for (const { code, pickups } of library.branches)
    for (const point of pickups) point.categories = code === 'saltpan' ? ['student'] : others
  writeFileSync(join(world, 'library.json'), JSON.stringify(library))
}

beforeAll(async () => {
  catalogue = await startCatalogue(150, changeWorld)
  readers = Array.from({ length: READERS }, () => new Visitor(catalogue.address))
  for (const [i, reader] of readers.entries()) expect((await reader.signIn(cardOf(i), '1234')).status).toBe(200)
  // Print that every adult may have sent anywhere, none of it promised: few copies, so that queues form.
  const rows = await catalogue.database.read<{ controlNumber: string }>(
    `SELECT controlNumber FROM records JOIN copies ON recordId = records.id WHERE carrier = 'book' AND copies.system = 'pslib'
       AND barcode NOT IN (SELECT barcode FROM loans) AND branch <> 'saltpan' AND useRule IS NULL AND collection IN ('fiction', 'nonfic') AND copies.status = 'on shelf'
       AND records.id NOT IN (SELECT recordId FROM copies WHERE system <> 'pslib' OR branch = 'saltpan')
     GROUP BY records.id HAVING count(*) IN (1, 2) AND controlNumber NOT IN (SELECT controlNumber FROM holdTargets) ORDER BY records.id LIMIT 3`,
  )
  titles = rows.map(({ controlNumber }) => controlNumber)
  expect(titles).toHaveLength(3)
})
afterAll(() => catalogue.close())

type Act =
  | { kind: 'place'; reader: number; title: number; pickup: number; key: number | null }
  | { kind: 'both'; readers: [number, number]; title: number }
  | { kind: 'cancel'; hold: number }
  | { kind: 'desk'; does: 'ready' | 'collected' | 'lapsed' | 'returned'; hold: number }
const reader = fc.nat(READERS - 1)
const act: fc.Arbitrary<Act> = fc.oneof(
  { weight: 4, arbitrary: fc.record({ kind: fc.constant('place' as const), reader, title: fc.nat(2), pickup: fc.nat(2), key: fc.option(fc.nat(3)) }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('both' as const), readers: fc.tuple(reader, reader), title: fc.nat(2) }) },
  { weight: 3, arbitrary: fc.record({ kind: fc.constant('cancel' as const), hold: fc.nat(20) }) },
  { weight: 4, arbitrary: fc.record({ kind: fc.constant('desk' as const), does: fc.constantFrom('ready' as const, 'collected' as const, 'lapsed' as const, 'returned' as const), hold: fc.nat(20) }) },
) // prettier-ignore

/** What desks do, by the commands that they will have: a hold becomes ready, is collected or lapses; a copy comes back. */
async function atTheDesk(does: 'ready' | 'collected' | 'lapsed' | 'returned', chosen: number): Promise<void> {
  const moment = { now: `${DAY}T12:00:00.000Z`, today: DAY, minute: `${DAY}T11:20` }
  await catalogue.database.write(async (write) => {
    const lent = await write.use(LOANS).findAll({ where: { source: 'here' }, order: ['barcode'] })
    const loan = lent[chosen % Math.max(1, lent.length)]
    if (does === 'returned') {
      await loan?.destroy()
      if (loan) await handOn(write, catalogue.libraries, loan.barcode, moment)
      return
    }
    const holds = (await write.use(HOLDS).findAll({ order: ['id'] })).filter(
      (hold) => ours.has(hold.reference) && mayBecome(hold.state, does),
    )
    const hold = holds[chosen % Math.max(1, holds.length)]
    if (!hold || (does === 'ready' && hold.barcode === null)) return
    const { barcode } = hold
    await transition(write, catalogue.libraries, hold, does, 'desk', moment)
    if (barcode === null) return
    if (does === 'collected') await write.use(LOANS).create({ barcode, readerId: hold.readerId, due: '2026-12-20', source: 'here' })
    if (does === 'lapsed') await handOn(write, catalogue.libraries, barcode, moment)
  })
}

const hasOut = async (who: Visitor, title: number): Promise<boolean> =>
  (await who.get<Card>('/api/card')).body.loans.some(({ controlNumber }) => controlNumber === titles[title])

/** References of the holds that were placed here. */
const ours = new Set<string>()

interface Stored {
  reference: string
  state: Hold['state']
  barcode: string | null
  requested: string
  id: number
}

async function checkAll(): Promise<void> {
  const { database } = catalogue
  const holds = await database.read<Stored>(
    "SELECT id, reference, state, barcode, requested FROM holds WHERE readerId IN (SELECT id FROM readers WHERE card LIKE '0009%') ORDER BY id",
  )
  const promised = holds.filter(({ state }) => ['being fetched', 'in transit', 'ready'].includes(state))
  expect(new Set(promised.map(({ barcode }) => barcode)).size).toBe(promised.length)
  expect(promised.every(({ barcode }) => barcode !== null)).toBe(true)
  // Nobody waits while a copy that would do stands free.
  const idle = await database.read(
    `SELECT holds.id, copies.barcode FROM holds JOIN holdTargets ON holdId = holds.id JOIN records USING (controlNumber) JOIN copies ON recordId = records.id
     WHERE state = 'waiting' AND records.controlNumber IN (SELECT value FROM json_each($titles)) AND copies.barcode NOT IN (SELECT barcode FROM loans)
       AND copies.barcode NOT IN (SELECT barcode FROM holds WHERE barcode IS NOT NULL AND state IN ('being fetched', 'in transit', 'ready'))`,
    { titles: JSON.stringify(titles) },
  )
  expect(idle).toEqual([])
  // Nobody who asked later has had a copy before somebody who still waits for the same.
  const overtaken = await database.read(
    `SELECT early.id, late.id AS late FROM holds early JOIN holdTargets wanted ON wanted.holdId = early.id
       JOIN holdTargets same ON same.controlNumber = wanted.controlNumber JOIN holds late ON late.id = same.holdId
     WHERE early.state = 'waiting' AND late.id > early.id AND wanted.controlNumber IN (SELECT value FROM json_each($titles))
       AND EXISTS (SELECT 1 FROM holdEvents WHERE holdId = late.id AND state = 'being fetched')`,
    { titles: JSON.stringify(titles) },
  )
  expect(overtaken).toEqual([])
  // What is told of a hold ends where it stands, and each step is one that a hold may take.
  for (const { id, state } of holds) {
    const told = (await database.read<{ state: Hold['state'] }>('SELECT state FROM holdEvents WHERE holdId = $id ORDER BY id', { id })).map(
      (event) => event.state,
    )
    expect(told[0]).toBe('waiting')
    expect(told.at(-1)).toBe(state)
    for (const [i, next] of told.entries()) if (i > 0) expect(mayBecome(told[i - 1] ?? 'waiting', next)).toBe(true)
  }
  // Places in a queue count up from the one who asked first.
  for (const title of titles) {
    const queue: { place: number; requested: string }[] = []
    for (const visitor of readers)
      for (const hold of (await visitor.get<Card>('/api/card')).body.holds)
        if (hold.controlNumber === title && hold.state === 'waiting')
          queue.push({ place: hold.queue?.place ?? 0, requested: hold.requested })
    queue.sort((a, b) => a.place - b.place)
    expect(queue.map(({ place }) => place)).toEqual(queue.map((_, i) => i + 1))
    expect(queue.map(({ requested }) => requested)).toEqual(queue.map(({ requested }) => requested).toSorted())
  }
}

describe('histories', () => {
  it('of placing, repeating, cancelling, collecting, lapsing, bringing back, two at a time', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(act, { minLength: 4, maxLength: 18 }), async (acts) => {
        const placed: { who: Visitor; id: string }[] = []
        const keys = new Map<string, { wish: string; id: string }>()
        const place = async (who: Visitor, title: number, pickup: number, key: string | null) => {
          const wish = { records: [titles[title] ?? ''], barcode: null, pickup: PICKUPS[pickup] ?? '' }
          const { status, body } = await who.ask<Hold & Problem>('POST', '/api/holds', wish, key === null ? {} : { 'idempotency-key': key })
          const earlier = key === null ? undefined : keys.get(key)
          if (earlier) {
            expect(earlier.wish === JSON.stringify(wish) ? [status, body.id] : [status, body.refusal?.code]).toEqual(
              earlier.wish === JSON.stringify(wish) ? [201, earlier.id] : [409, 'key-reused'],
            )
            return
          }
          expect([201, 409]).toContain(status)
          // Whoever has collected it has it out until it is brought back.
          if (status === 409)
            expect(['already-held', ...((await hasOut(who, title)) ? ['already-borrowed'] : [])]).toContain(body.refusal?.code) // prettier-ignore
          else {
            placed.push({ who, id: body.id })
            ours.add(body.id)
            if (key !== null) keys.set(key, { wish: JSON.stringify(wish), id: body.id })
          }
        }
        const run = Math.random().toString(36)
        for (const one of acts) {
          if (one.kind === 'place')
            await place(
              readers[one.reader]!,
              one.title,
              one.pickup,
              one.key === null ? null : `${run} ${String(one.reader)} ${String(one.key)}`,
            )
          if (one.kind === 'both') await Promise.all(one.readers.map((each) => place(readers[each]!, one.title, 0, null)))
          if (one.kind === 'desk') await atTheDesk(one.does, one.hold)
          const target = one.kind === 'cancel' ? placed[one.hold % Math.max(1, placed.length)] : undefined
          if (target) {
            const { status, body } = await target.who.ask<Hold & Problem>('DELETE', `/api/holds/${target.id}`)
            expect(status === 200 ? body.state : body.refusal?.code).toMatch(/^(cancelled|too-late)$/)
          }
        }
        await checkAll()
        for (const { who, id } of placed) await who.ask('DELETE', `/api/holds/${id}`)
        for (let i = 0; i < acts.length; i += 1) await atTheDesk('returned', 0)
        await checkAll()
      }),
      { numRuns: 25 * inject('runFactor') },
    )
  })
})

describe('pickup locations', () => {
  const optionsFor = async (who: Visitor) => (await who.get<HoldOptions>(`/api/hold-options?records=${titles[0] ?? ''}`)).body
  it('are those of the reader’s category; another is refused though it is asked for by name', async () => {
    const offered = (await optionsFor(readers[0]!)).pickups.map(({ pickup }) => pickup)
    expect(offered).toContain('ferrygate')
    expect(offered).not.toContain('saltpan')
    const { status, body } = await readers[0]!.ask<Problem>('POST', '/api/holds', {
      records: [titles[0]],
      barcode: null,
      pickup: 'saltpan',
    })
    expect([status, body.refusal?.code]).toEqual([409, 'pickup-not-served'])
  })
  it('may be none at all, which is said and breaks nothing', async () => {
    const hermit = new Visitor(catalogue.address)
    expect((await hermit.signIn(cardOf(READERS + 1), '1234')).status).toBe(200)
    expect((await optionsFor(hermit)).pickups).toEqual([])
    const page = await hermit.get<{ pickup: string | null }>(`/api/titles/${titles[0] ?? ''}?at=ferrygate`)
    expect([page.status, page.body.pickup]).toEqual([200, null])
    expect((await hermit.get('/api/search?q=the&copies=sendable')).status).toBe(200)
    const { body } = await hermit.ask<Problem>('POST', '/api/holds', { records: [titles[0]], barcode: null, pickup: 'ferrygate' })
    expect(body.refusal?.code).toBe('pickup-not-served')
  })
})
