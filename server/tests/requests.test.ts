/** Scans, copies from outside and suggestions to buy, over HTTP: offered by rule, told to staff, known to their reader alone. */
import type { AnswerRequest } from '@catalex/contract/backroom'
import type { Card, SessionInfo } from '@catalex/contract/card'
import type { Problem } from '@catalex/contract/problem'
import type { MakeRequest, ReaderRequest, RequestOffers } from '@catalex/contract/requests'
import type { Refusal } from '@catalex/core/holds'
import type { TitlePage } from '@catalex/contract/title'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { DateTime } from 'luxon'
import { requests } from '../src/cli/commands/requests.ts'
import { momentOf } from '../src/circulation/index.ts'
import { keptMessages, type Mail } from '../src/standins/index.ts'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let ines: Visitor
let stores = ''
beforeAll(async () => {
  catalogue = await startCatalogue(80)
  ines = new Visitor(catalogue.address)
  await ines.signIn('42117', '4711')
  const rows = await catalogue.database.read<{ controlNumber: string }>("SELECT controlNumber FROM records WHERE title = 'On sediments'")
  stores = rows[0]!.controlNumber
})
afterAll(() => catalogue.close())

const offers = async (who: Visitor, query: string) => (await who.get<RequestOffers>(`/api/request-offers?${query}`)).body
const make = (wish: MakeRequest, headers: Record<string, string> = {}) =>
  ines.ask<ReaderRequest & Problem>('POST', '/api/requests', wish, headers)

it('a scan is offered at the price of the owner, agreed to by the page, and told to the branch that makes it', async () => {
  // An adult at the university: 2.00, and 0.10 a page, up to 40 pages.
  const { scan, outside } = await offers(ines, `records=${stores}`)
  expect(scan).toMatchObject({ offer: { branch: 'store', cost: 200, perPage: 10, mostPages: 40 }, refusal: null })
  const { body: page } = await ines.get<TitlePage>(`/api/titles/${stores}?at=ferrygate`)
  expect(page.routes.find(({ kind }) => kind === 'scanned')).toMatchObject({ cost: 210, asked: { scan: scan?.offer, outside: null } })
  // It can be held.
  expect(outside).toBeNull()
  const barcode = scan?.offer?.barcode ?? ''
  const wish = { kind: 'scan', title: 'On sediments', controlNumber: stores, barcode, part: 'Chapter 3, pp. 40–51', pages: 12 } as const
  expect((await make({ ...wish, cost: 319 })).body.refusal).toEqual({ code: 'cost-changed', cost: 320 })
  expect((await make({ ...wish, pages: 41, cost: 5000 })).body.refusal).toEqual({ code: 'too-many-pages', limit: 40 })
  const key = { 'idempotency-key': 'once' }
  const { status, body } = await make({ ...wish, cost: 320 }, key)
  expect([status, body.kind, body.cost, body.part, body.controlNumber]).toEqual([201, 'scan', 320, 'Chapter 3, pp. 40–51', stores])
  expect((await make({ ...wish, cost: 320 }, key)).body.id).toBe(body.id)
  expect((await make({ ...wish, pages: 11, cost: 320 }, key)).body.refusal).toEqual({ code: 'key-reused' })
  expect((await ines.get<Card>('/api/card')).body.requests.map(({ id }) => id)).toEqual([body.id])
  const [told] = await keptMessages(catalogue.database, 1)
  expect(told).toMatchObject({ to: 'store@libraries.example', subject: `Scan ${body.reference}: On sediments` })
  const lines = ['Card: 00042117', 'Cost agreed to: 3.20 EUR', 'Title: On sediments', 'Part: Chapter 3, pp. 40–51', 'Pages: 12', `Record: ${stores}`, `Copy: ${barcode}`] // prettier-ignore
  expect((told as Mail).text.split('\n')).toEqual(lines)
})

it('what nothing here can serve is asked for outside, at the price of the reader, and is withdrawn again', async () => {
  const nothing = await offers(ines, '')
  expect(nothing).toEqual({ scan: null, outside: { offer: { cost: 450, days: 14 }, refusal: null } })
  const junior = await catalogue.database.read<{ card: string }>("SELECT card FROM readers WHERE category = 'junior'")
  expect(junior.length).toBeGreaterThan(0)
  const wish = { kind: 'outside', title: 'Tides of\r\nBcc: everybody@libraries.example', author: 'Nobody Known', pickup: 'corrow' } as const
  expect((await make({ ...wish, cost: 0 })).body.refusal).toEqual({ code: 'cost-changed', cost: 450 })
  expect((await make({ ...wish, pickup: 'nowhere', cost: 450 })).body.refusal).toEqual({ code: 'pickup-not-served' })
  const { body } = await make({ ...wish, cost: 450 })
  expect([body.pickup, body.state]).toEqual(['corrow', 'asked'])
  // What somebody typed begins no line of its own in a mail.
  const [told] = await keptMessages(catalogue.database, 1)
  expect((told as Mail).subject).toBe(`From outside ${body.reference}: Tides of Bcc: everybody@libraries.example`)
  expect((await ines.ask<ReaderRequest>('DELETE', `/api/requests/${body.id}`)).body.state).toBe('withdrawn')
  expect((await ines.get<Card>('/api/card')).body.requests.map(({ id }) => id)).not.toContain(body.id)
  // Staff may still look it up for a month.
  const kept = () => catalogue.database.read('SELECT id FROM requests WHERE code = $code', { code: body.id })
  const after = (days: number) => momentOf(DateTime.fromISO('2026-11-25T11:20', { zone: 'Europe/Dublin' }).plus({ days }))
  await catalogue.commands.purge(after(29), 0)
  expect(await kept()).toHaveLength(1)
  await catalogue.commands.purge(after(31), 0)
  expect(await kept()).toEqual([])
})

it('ends at so many that are not done, and with a card that has expired', async () => {
  for (let i = 0; i < 19; i += 1) expect((await make({ kind: 'purchase', title: `Wish ${String(i)}`, cost: 0 })).status).toBe(201)
  expect((await make({ kind: 'purchase', title: 'One more', cost: 0 })).body.refusal).toEqual({ code: 'too-many-requests', limit: 20 })
  const expired = new Visitor(catalogue.address)
  await expired.signIn('00042998', '4799')
  const { body } = await expired.ask<Problem>('POST', '/api/requests', { kind: 'purchase', title: 'Wish', cost: 0 })
  expect(body.refusal?.code).toBe('card-expired')
  for (const wrong of [
    { kind: 'purchase', title: ' ', cost: 0 },
    { kind: 'scan', title: 'x', cost: 0, pages: 501 },
    { kind: 'gift', title: 'x', cost: 0 },
  ])
    // prettier-ignore
    expect((await ines.ask<Problem>('POST', '/api/requests', wrong)).status).toBe(400)
})

describe('what becomes of them', () => {
  const answered = async (reference: string, act: AnswerRequest['act']) =>
    (await ines.ask<{ refusal: Refusal | null }>('POST', '/api/backroom/requests', { reference, act })).body.refusal
  beforeAll(async () => {
    for (const { id } of (await ines.get<Card>('/api/card')).body.requests) await ines.ask('DELETE', `/api/requests/${id}`)
  })
  const onCard = async (id: string) => (await ines.get<Card>('/api/card')).body.requests.find((request) => request.id === id)
  const told = async () => (await ines.get<Card>('/api/card')).body.messages.map(({ notice }) => notice)

  it('one library elsewhere declines, the next sends it, later than it said; it is kept, owed for, lent and goes back', async () => {
    const { body } = await make({ kind: 'outside', title: 'Tides elsewhere', pickup: 'corrow', cost: 450 })
    const { owed } = (await ines.get<Card>('/api/card')).body
    expect(await answered(body.reference, 'decline')).toBeNull()
    expect(await onCard(body.id)).toMatchObject({ state: 'asked', events: [{ state: 'asked', partner: 'Marlfen County Libraries' }] })
    expect(await answered(body.reference, 'go on')).toBeNull()
    const sent = await onCard(body.id)
    expect(sent).toMatchObject({ state: 'on its way', events: [{}, { state: 'on its way', partner: 'Eastmark Reading Society', day: sent?.day }] }) // prettier-ignore
    expect(sent!.day! > '2026-11-25').toBe(true)
    // Somebody has begun with it.
    expect((await ines.ask<Problem>('DELETE', `/api/requests/${body.id}`)).body.refusal).toEqual({ code: 'request-under-way' })
    expect(await answered(body.reference, 'decline')).toEqual({ code: 'request-under-way' })
    expect(await answered(body.reference, 'delay')).toBeNull()
    expect((await ines.get<Card>('/api/card')).body.owed).toBe(owed)
    expect(await answered(body.reference, 'go on')).toBeNull()
    const ready = await onCard(body.id)
    // Corrow keeps holds for so many open days after that on which they came.
    expect([ready?.state, ready!.day! > '2026-11-25']).toEqual(['ready', true])
    const { charges, ...card } = (await ines.get<Card>('/api/card')).body
    expect([card.owed - owed, charges[0]]).toMatchObject([450, { title: 'Tides elsewhere', amount: 450 }])
    expect((await told())[0]).toBe('outside ready')
    // What stands beside the name agrees with the card.
    const { reader } = (await ines.get<SessionInfo>('/api/session')).body
    expect(reader?.ready).toBe(card.holds.filter(({ state }) => state === 'ready').length + 1)
    expect(await answered(body.reference, 'lend')).toBeNull()
    expect(await onCard(body.id)).toMatchObject({ state: 'with reader', day: '2026-12-23' })
    expect(await answered(body.reference, 'go on')).toBeNull()
    expect((await onCard(body.id))?.state).toBe('done')
    expect(await answered(body.reference, 'go on')).toEqual({ code: 'no-such-request' })
  })

  it('what nobody collects goes back, which its reader is told', async () => {
    const { body } = await make({ kind: 'outside', title: 'Left lying', pickup: 'corrow', cost: 450 })
    for (let act = 0; act < 3; act += 1) expect(await answered(body.reference, 'go on')).toBeNull()
    expect((await onCard(body.id))?.events.map(({ state }) => state)).toEqual(['on its way', 'ready', 'done'])
    expect((await told())[0]).toBe('sent back')
    await catalogue.database.write((write) => write.run('UPDATE readers SET owed = 0'))
  })

  it('what nobody lends is declined, costs nothing, and its reader is told', async () => {
    const { body } = await make({ kind: 'outside', title: 'Lent by nobody', pickup: 'corrow', cost: 450 })
    const { owed } = (await ines.get<Card>('/api/card')).body
    for (const state of ['asked', 'asked', 'declined']) {
      expect(await answered(body.reference, 'decline')).toBeNull()
      expect((await onCard(body.id))?.state).toBe(state)
    }
    expect([(await told())[0], (await ines.get<Card>('/api/card')).body.owed]).toEqual(['declined', owed])
  })

  it('by themselves all are answered as the days pass, once, and nobody waits for ever', async () => {
    await make({ kind: 'purchase', title: 'To be bought', cost: 0 })
    await make({ kind: 'outside', title: 'To be lent', pickup: 'corrow', cost: 450 })
    const after = (days: number) => momentOf(DateTime.fromISO('2026-11-25T11:20', { zone: 'Europe/Dublin' }).plus({ days }))
    for (let day = 1; day <= 90; day += 1) while (await catalogue.commands.live(after(day), 500));
    expect(await catalogue.database.read("SELECT title FROM requests WHERE state NOT IN ('done', 'declined', 'withdrawn')")).toEqual([])
    const owed = await catalogue.database.read("SELECT title FROM charges WHERE barcode = '' GROUP BY title HAVING count(*) > 1")
    const twice = await catalogue.database.read("SELECT message ->> 'subject' FROM outbox WHERE message ->> 'notice' IN ('scan sent', 'outside ready', 'declined', 'ordered') GROUP BY 1 HAVING count(*) > 1") // prettier-ignore
    expect([owed, twice]).toEqual([[], []])
  })

  it('staff answer at a terminal: what is open is listed, what can follow follows, and what is missing is said', async () => {
    const { body } = await make({ kind: 'outside', title: 'Asked of staff', pickup: 'corrow', cost: 450 })
    const said: string[] = []
    const log = vi.spyOn(console, 'log').mockImplementation((text: string) => said.push(text))
    const terminal = (more: object = {}, reference?: string) => requests(reference, { data: catalogue.data, ...more })
    await terminal()
    expect(said.pop()).toContain(`${body.reference}  2026-11-25  outside  asked  Asked of staff`)
    await expect(terminal({ to: 'ready' }, body.reference)).rejects.toThrow(/can't become "ready"/)
    await expect(terminal({ to: 'declined' }, body.reference)).rejects.toThrow(/--reason has to say why/)
    await expect(terminal({ to: 'on its way', day: '2026-13-40' }, body.reference)).rejects.toThrow(/--day has to be a day/)
    await expect(terminal({ to: 'gone' }, body.reference)).rejects.toThrow(/--to has to be one of/)
    await expect(terminal({ to: 'done' }, 'NOBODY')).rejects.toThrow(/No open request/)
    await terminal({ to: 'on its way', partner: 'Fen Library', day: '2026-12-04' }, body.reference.toLowerCase())
    log.mockRestore()
    expect(await onCard(body.id)).toMatchObject({ state: 'on its way', day: '2026-12-04', events: [{ partner: 'Fen Library' }] })
  })
})
