/** What is wished of a hold beside its place: who sends it, on which days, how one is told, what it may cost; over HTTP. */
import type { Card } from '@catalex/contract/card'
import type { Hold, HoldOptions, PlaceHold } from '@catalex/contract/holds'
import type { Problem } from '@catalex/contract/problem'
import { DateTime } from 'luxon'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { momentOf } from '../src/circulation/index.ts'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let ines: Visitor
let solveig: Visitor
const numbers = new Map<string, string>()
beforeAll(async () => {
  catalogue = await startCatalogue(300)
  ines = new Visitor(catalogue.address)
  solveig = new Visitor(catalogue.address)
  await ines.signIn('42117', '4711')
  await solveig.signIn('0004-3239', '4832')
  const rows = await catalogue.database.read<{ controlNumber: string; name: string }>(
    "SELECT controlNumber, title || ', ' || carrier AS name FROM records ORDER BY id DESC",
  )
  for (const { controlNumber, name } of rows) numbers.set(name, controlNumber)
})
afterAll(async () => {
  await catalogue.close()
})

/** On the island from Ferrygate, by the van of a weekday and the ferry of Tuesday, Thursday and Saturday at 8:20. */
const ALIBI = 'The lamplighter’s alibi, large-print-book'
const numberOf = (name: string) => numbers.get(name) ?? ''
const place = (who: Visitor, name: string, pickup: string, more: Partial<PlaceHold> = {}) =>
  who.ask<Hold & Problem>('POST', '/api/holds', { records: [numberOf(name)], barcode: null, pickup, ...more })
const optionsOf = async (who: Visitor, name: string) => (await who.get<HoldOptions>(`/api/hold-options?records=${numberOf(name)}`)).body
const cancel = (who: Visitor, id: string) => who.ask<Hold>('DELETE', `/api/holds/${id}`)
const on = (day: string) => momentOf(DateTime.fromISO(`${day}T08:00`, { zone: 'Europe/Dublin' }))
const holdOf = async (who: Visitor, id: string) => (await who.get<Card>('/api/card')).body.holds.find((hold) => hold.id === id)

it('costs nothing that was not agreed to', async () => {
  const costly = [...numbers.keys()].filter((name) => name.endsWith(', book'))
  for (const name of costly) {
    const option = (await optionsOf(ines, name)).pickups.find(({ cost, refusal, from }) => cost > 0 && refusal === null && from !== null)
    if (!option) continue
    const asked = await place(ines, name, option.pickup, { cost: option.cost - 1 })
    expect([asked.status, asked.body.refusal]).toEqual([409, { code: 'cost-changed', cost: option.cost }])
    const { body } = await place(ines, name, option.pickup, { cost: option.cost })
    expect([body.cost, body.from]).toEqual([option.cost, option.from])
    await cancel(ines, body.id)
    return
  }
  throw new Error('Nothing in this world costs anything.')
})

it('is sent by the branch that was chosen, where that has a copy in now', async () => {
  let tried = 0
  for (const name of numbers.keys()) {
    const option = (await optionsOf(ines, name)).pickups.find(({ suppliers }) => suppliers.length > 1)
    if (!option || tried === 12) continue
    tried += 1
    expect(option.suppliers[0]).toEqual({ branch: option.from, cost: option.cost, inHand: option.delivery?.inHand ?? null })
    expect(new Set(option.suppliers.map(({ branch }) => branch)).size).toBe(option.suppliers.length)
    for (const { branch, cost } of option.suppliers) {
      const { body } = await place(ines, name, option.pickup, { from: branch, cost, again: true })
      expect([body.from, body.cost]).toEqual([branch, cost])
      await cancel(ines, body.id)
    }
  }
  expect(tried).toBe(12)
  expect((await place(ines, ALIBI, 'corrow', { from: 'cope' })).body.refusal).toEqual({ code: 'not-from-there' })
})

it.each([
  // Off the shelf on Friday at 10:15, with the van at 11:45, sorted, and by the ferry of Saturday.
  ['2026-12-12', '2026-12-11'],
  ['2026-12-08', '2026-12-07'],
  ['2026-12-03', '2026-12-02'],
])('to be collected on %s it is fetched from %s on, and is nobody’s copy before', async (notBefore, fetched) => {
  const { body } = await place(ines, ALIBI, 'corrow', { notBefore })
  expect([body.state, body.pausedUntil, body.notBefore, body.from]).toEqual(['paused', fetched, notBefore, null])
  const before = DateTime.fromISO(fetched).minus({ days: 1 }).toISODate() ?? ''
  await catalogue.commands.followDays(on(before))
  expect((await holdOf(ines, body.id))?.state).toBe('paused')
  await catalogue.commands.followDays(on(fetched))
  expect(await holdOf(ines, body.id)).toMatchObject({ state: 'being fetched', from: 'ferrygate', notBefore })
  await cancel(ines, body.id)
})

it.each<[string, Partial<PlaceHold>, object]>([
  ['a Sunday', { notBefore: '2026-12-06' }, { code: 'closed-day', date: '2026-12-06', nearest: ['2026-12-05', '2026-12-08'] }],
  ['a day that has passed', { notAfter: '2026-11-24' }, { code: 'days-out-of-order' }],
  ['a last day before it can come', { notAfter: '2026-11-27' }, { code: 'comes-later', date: '2026-11-28' }],
  ['more than half a year', { notAfter: '2027-11-27' }, { code: 'too-far-ahead', date: '2027-05-24' }],
  ['an address that the card has not', { notify: 'text' }, { code: 'not-told-there' }],
])('on %s is refused, with what would do', async (_, more, refusal) => {
  await catalogue.database.write((write) => write.run("UPDATE readers SET telephone = NULL, mail = 'ines@pellan.example' WHERE card = '00042117'")) // prettier-ignore
  const { status, body } = await place(ines, ALIBI, 'corrow', more)
  expect([status, body.refusal]).toEqual([409, refusal])
})

it('ends after the last day on which it was wanted, and its copy goes to the next in the queue', async () => {
  const first = (await place(ines, 'On sediments, book', 'cope', { notAfter: '2026-12-01', notify: 'mail', cost: 1000 })).body
  const second = (await place(solveig, 'On sediments, book', 'corrow', { cost: 1000 })).body
  expect([first.state, first.notify, second.state]).toEqual(['being fetched', 'mail', 'waiting'])
  await catalogue.commands.followDays(on('2026-12-01'))
  expect((await holdOf(ines, first.id))?.state).toBe('being fetched')
  await catalogue.commands.followDays(on('2026-12-02'))
  const states = await catalogue.database.read<{ state: string }>(
    'SELECT state FROM holds WHERE reference IN (SELECT value FROM json_each($ids)) ORDER BY id',
    { ids: JSON.stringify([first.id, second.id]) },
  )
  expect(states.map(({ state }) => state)).toEqual(['lapsed', 'being fetched'])
  await cancel(solveig, second.id)
})

it('a second one on a work, or one on what is out on the card, has to be meant', async () => {
  const { body: first } = await place(ines, ALIBI, 'corrow')
  expect((await optionsOf(ines, ALIBI)).already).toEqual({ code: 'already-held' })
  expect((await optionsOf(solveig, ALIBI)).already).toBeNull()
  // Another edition of the same work.
  const other = [...numbers.keys()].find((name) => name.startsWith('The lamplighter’s alibi') && name !== ALIBI) ?? ''
  expect((await place(ines, other, 'northmole', { cost: 1000 })).body.refusal).toEqual({ code: 'already-held' })
  const { status, body: second } = await place(ines, other, 'northmole', { cost: 1000, again: true })
  expect(status).toBe(201)
  for (const { id } of [first, second]) await cancel(ines, id)
  const [loan] = (await ines.get<Card>('/api/card')).body.loans
  const held = await ines.ask<Problem>('POST', '/api/holds', { records: [loan?.controlNumber], barcode: null, pickup: 'ferrygate' })
  expect(held.body.refusal).toEqual({ code: 'already-borrowed', due: loan?.due })
})
