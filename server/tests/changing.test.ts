/** Holds that their readers change, over HTTP: paused and going on, collected elsewhere, cancelled and taken back. */
import type { Card } from '@catalex/contract/card'
import type { ChangeHold, Hold } from '@catalex/contract/holds'
import type { Problem } from '@catalex/contract/problem'
import { addReaders } from '@catalex/demo/world'
import { DateTime } from 'luxon'
import { afterAll, afterEach, beforeAll, expect, it } from 'vitest'
import { handOn } from '../src/circulation/commands/handOn.ts'
import { transition } from '../src/circulation/commands/transition.ts'
import { momentOf } from '../src/circulation/index.ts'
import { booksOfOneCopy, sampleReader, startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

const CARDS = ['00090001', '00090002', '00090003']
let catalogue: Catalogue
let [ann, ben, cai]: Visitor[] = []
/** A book with one copy, which is lent. */
let title = ''
let barcode = ''
beforeAll(async () => {
  catalogue = await startCatalogue(200, (world) => {
    addReaders(
      world,
      CARDS.map((card) => sampleReader(card)),
    )
  })
  const all = CARDS.map(() => new Visitor(catalogue.address))
  for (const [i, card] of CARDS.entries()) await all[i]!.signIn(card, '1234')
  ;[ann, ben, cai] = all
  const [found] = await booksOfOneCopy(catalogue)
  title = found!.controlNumber
  barcode = found!.barcode
  await lend()
})
afterEach(async () => {
  for (const who of [ann!, ben!, cai!])
    for (const hold of (await who.get<Card>('/api/card')).body.holds) await who.ask('DELETE', `/api/holds/${hold.id}`)
  await lend()
})
afterAll(() => catalogue.close())

const at = (time: string) => momentOf(DateTime.fromISO(time, { zone: 'Europe/Dublin' }))
const NOW = at('2026-11-25T11:20')
const lend = () => catalogue.database.write((write) => write.run("INSERT OR IGNORE INTO loans (barcode, due, source) VALUES ($barcode, '2026-12-20', 'here')", { barcode })) // prettier-ignore
const comesBack = () =>
  catalogue.database.write(async (write) => {
    await write.run('DELETE FROM loans WHERE barcode = $barcode', { barcode })
    await handOn(write, catalogue.libraries, barcode, NOW)
  })
const place = async (who: Visitor, pickup = 'ferrygate') =>
  (await who.ask<Hold>('POST', '/api/holds', { records: [title], barcode: null, pickup })).body
const change = (who: Visitor, { id }: Hold, changes: ChangeHold) => who.ask<Hold & Problem>('POST', `/api/holds/${id}`, changes)
const stands = async (who: Visitor, { id }: Hold) => {
  const hold = (await who.get<Card>('/api/card')).body.holds.find((one) => one.id === id)
  return hold && [hold.state, hold.queue?.place ?? null]
}

it('paused, it is passed over and keeps its place; going on, it comes before those who asked later', async () => {
  const [first, second, third] = [await place(ann!), await place(ben!), await place(cai!)]
  expect((await change(ann!, first, { paused: { until: '2026-11-25' } })).body.refusal).toEqual({ code: 'days-out-of-order' })
  expect((await change(ann!, first, { paused: { until: '2027-05-25' } })).body.refusal).toEqual({
    code: 'too-far-ahead',
    date: '2027-05-24',
  })
  expect((await change(ann!, first, { paused: { until: null } })).body).toMatchObject({ state: 'paused', pausedUntil: null })
  await comesBack()
  expect([await stands(ann!, first), await stands(ben!, second)]).toEqual([['paused', null], ['being fetched', null]]) // prettier-ignore
  expect((await change(ben!, second, { paused: { until: null } })).body.refusal).toEqual({ code: 'too-late', state: 'being fetched' })
  expect((await change(ann!, first, { paused: null })).body).toMatchObject({ state: 'waiting', queue: { place: 1 } })
  expect(await stands(cai!, third)).toEqual(['waiting', 2])
  await ben!.ask('DELETE', `/api/holds/${second.id}`)
  expect([await stands(ann!, first), await stands(cai!, third)]).toEqual([['being fetched', null], ['waiting', 1]]) // prettier-ignore
})

it('paused until a day, it goes on by itself that day, with the copy that stands there', async () => {
  const hold = await place(ann!)
  await change(ann!, hold, { paused: { until: '2026-12-01' } })
  await comesBack()
  expect(await stands(ann!, hold)).toEqual(['paused', null])
  await catalogue.commands.followDays(at('2026-11-30T08:00'))
  expect(await stands(ann!, hold)).toEqual(['paused', null])
  await catalogue.commands.followDays(at('2026-12-01T08:00'))
  expect(await stands(ann!, hold)).toEqual(['being fetched', null])
})

it('is collected elsewhere while it waits and while it is on its way, where that is allowed; on the hold shelf it stays', async () => {
  const hold = await place(ann!)
  expect((await change(ann!, hold, { pickup: 'corrow' })).body).toMatchObject({ pickup: 'corrow', state: 'waiting' })
  expect((await change(ann!, hold, { pickup: 'nowhere' })).body.refusal).toEqual({ code: 'pickup-not-served' })
  await comesBack()
  expect((await change(ann!, hold, { pickup: 'lanternhill' })).body).toMatchObject({ pickup: 'lanternhill', state: 'being fetched' })
  const moves = (to: 'in transit' | 'ready') =>
    catalogue.database.write(async (write) => {
      const [stored] = await write.read<{ id: number; state: Hold['state']; barcode: string }>('SELECT id, state, barcode FROM holds WHERE reference = $id', { id: hold.id }) // prettier-ignore
      await transition(write, catalogue.libraries, stored!, to, 'desk', NOW)
    })
  await moves('in transit')
  expect((await change(ann!, hold, { pickup: 'ferrygate' })).body).toMatchObject({ pickup: 'ferrygate', state: 'in transit' })
  await moves('ready')
  expect((await change(ann!, hold, { pickup: 'corrow' })).body.refusal).toEqual({ code: 'too-late', state: 'ready' })
  expect((await change(ben!, hold, { pickup: 'corrow' })).body.refusal).toEqual({ code: 'no-such-hold' })
})

it('costs no more elsewhere than was agreed to, and of two changes both are made or none', async () => {
  const [uni] = await catalogue.database.read<{ controlNumber: string }>(
    "SELECT controlNumber FROM copies JOIN records ON records.id = recordId WHERE carrier = 'book' AND branch = 'cope' AND collection = 'stacks' AND recordId IN (SELECT recordId FROM copies GROUP BY recordId HAVING count(*) = 1) AND copies.useRule IS NULL LIMIT 1",
  )
  const student = new Visitor(catalogue.address)
  await student.signIn('42448', '4744')
  const free = (await student.ask<Hold & Problem>('POST', '/api/holds', { records: [uni!.controlNumber], barcode: null, pickup: 'cope' }))
    .body
  expect(free.cost).toBe(0)
  // As if it had been placed with another card.
  await catalogue.database.write((write) => write.run("UPDATE holds SET category = 'adult', homeSystem = 'pslib' WHERE reference = $id", { id: free.id })) // prettier-ignore
  const { body } = await change(student, free, { pickup: 'ferrygate', ...(free.state === 'waiting' ? { paused: { until: null } } : {}) })
  expect(body.refusal).toEqual({ code: 'cost-changed', cost: 150 })
  expect(await stands(student, free)).toEqual([free.state, free.queue?.place ?? null])
  expect((await change(student, free, { pickup: 'ferrygate', cost: 150 })).body).toMatchObject({ pickup: 'ferrygate', cost: 150 })
  await student.ask('DELETE', `/api/holds/${free.id}`)
})

it('cancelled, it is taken back for a minute, with its old place', async () => {
  const [first, second] = [await place(ann!), await place(ben!)]
  await ann!.ask('DELETE', `/api/holds/${first.id}`)
  expect(await stands(ben!, second)).toEqual(['waiting', 1])
  const restored = await ann!.ask<Hold>('POST', `/api/holds/${first.id}/restoration`)
  expect([restored.status, restored.body.state, restored.body.queue?.place]).toEqual([200, 'waiting', 1])
  // A second press is the same.
  expect((await ann!.ask<Hold>('POST', `/api/holds/${first.id}/restoration`)).body.state).toBe('waiting')
  expect(await stands(ben!, second)).toEqual(['waiting', 2])
  await change(ann!, first, { paused: { until: '2026-12-24' } })
  await ann!.ask('DELETE', `/api/holds/${first.id}`)
  expect((await ann!.ask<Hold>('POST', `/api/holds/${first.id}/restoration`)).body).toMatchObject({ state: 'paused', pausedUntil: '2026-12-24' }) // prettier-ignore
  await ann!.ask('DELETE', `/api/holds/${first.id}`)
  const [reader] = await catalogue.database.read<{ id: number }>('SELECT id FROM readers WHERE card = $card', { card: CARDS[0] ?? '' })
  const cancelled = (await ann!.get<Card>('/api/card')).body.holds.find(({ id }) => id === first.id)?.events.at(-1)?.at ?? ''
  const after = (seconds: number) => momentOf(DateTime.fromISO(cancelled, { zone: 'Europe/Dublin' }).plus({ seconds }))
  expect(await catalogue.commands.restoreHold(reader!.id, first.id, after(61))).toEqual({ code: 'too-late', state: 'cancelled' })
  expect(await catalogue.commands.restoreHold(reader!.id, first.id, after(60))).toMatchObject({ state: 'paused' })
})
