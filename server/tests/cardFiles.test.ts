/** The card taken along, what is owed paid, and what was told: over HTTP, with a calendar program that is not ours. */
import type { Card } from '@catalex/contract/card'
import type { Problem } from '@catalex/contract/problem'
import { addReaders } from '@catalex/demo/world'
import { parse } from 'csv-parse/sync'
import ICAL from 'ical.js'
import { DateTime } from 'luxon'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { momentOf } from '../src/circulation/index.ts'
import { booksOfOneCopy, sampleReader, startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let ines: Visitor
let owing: Visitor
beforeAll(async () => {
  catalogue = await startCatalogue(200, (world) => {
    addReaders(world, [{ ...sampleReader('00090009'), owed: '250', name: '=Mara Quell' }])
  })
  ines = new Visitor(catalogue.address)
  await ines.signIn('42117', '4711')
  owing = new Visitor(catalogue.address)
  await owing.signIn('90009', '1234')
})
beforeAll(async () => {
  const books = await catalogue.database.read<{ barcode: string }>(
    `SELECT barcode FROM copies JOIN records ON records.id = recordId WHERE carrier = 'book' AND copies.system = 'pslib' AND useRule IS NULL AND copies.status = 'on shelf'
       AND setNumber IS NULL AND barcode NOT IN (SELECT barcode FROM loans) AND barcode NOT IN (SELECT barcode FROM holds WHERE barcode IS NOT NULL) ORDER BY barcode LIMIT 3`,
  )
  // Due on the 17th, the 29th of November and the 21st of December.
  for (const [i, day] of ['2026-10-20', '2026-11-01', '2026-11-23'].entries())
    await catalogue.commands.checkOut({ barcode: books[i]!.barcode, card: '42117' }, at(`${day}T11:00`))
})
afterAll(() => catalogue.close())

const at = (time: string) => momentOf(DateTime.fromISO(time, { zone: 'Europe/Dublin' }))
const cardOf = async (who: Visitor) => (await who.get<Card>('/api/card')).body
async function file(who: Visitor, form: string): Promise<{ text: string; type: string; status: number }> {
  // A visitor reads JSON alone.
  const cookie = (who as unknown as { cookie: string }).cookie
  const response = await fetch(`${catalogue.address}/api/card.${form}`, { headers: { cookie } })
  return { text: await response.text(), type: response.headers.get('content-type') ?? '', status: response.status }
}

it('the calendar has a day for each loan and each hold that is ready, and the hour of what is lent by the hour', async () => {
  const { loans, holds } = await cardOf(ines)
  expect([loans.length > 0, holds.some(({ state }) => state === 'ready')]).toEqual([true, true])
  await catalogue.database.write((write) =>
    write.run("UPDATE loans SET due = '2026-11-25T15:20' WHERE barcode = $barcode", { barcode: loans[0]!.barcode }),
  )
  const { text, type } = await file(ines, 'ics')
  expect(type).toContain('text/calendar')
  const events = new ICAL.Component(ICAL.parse(text) as unknown as string).getAllSubcomponents('vevent').map((one) => new ICAL.Event(one)) // prettier-ignore
  const said = events.map(({ summary, startDate }) => [summary, startDate.isDate ? startDate.toString() : startDate.toJSDate().toISOString()]) // prettier-ignore
  const expected = [
    [`Due: ${loans[0]!.title}`, '2026-11-25T15:20:00.000Z'],
    ...loans.slice(1).map(({ title, due }) => [`Due: ${title}`, due]),
    ...holds.filter(({ state }) => state === 'ready').map(({ title, collectBy }) => [`Collect by: ${title}`, collectBy]),
  ]
  expect(said.sort()).toEqual(expected.sort())
  expect(new Set(events.map(({ uid }) => uid)).size).toBe(events.length)
  const stamps = text.match(/^DTSTAMP.*$/gm) ?? []
  expect(stamps.length).toBe(events.length)
  for (const stamp of stamps) expect(stamp.trim()).toMatch(/^DTSTAMP:\d{8}T\d{6}Z$/)
  expect(events.find(({ summary }) => summary.startsWith('Collect'))?.location).toBe('Ferrygate, Front desk, left of the door')
})

it('the table has a row for each, the other file all that is kept; nobody else has either', async () => {
  const { loans, holds } = await cardOf(ines)
  const rows = parse<Record<string, string>>((await file(ines, 'csv')).text, { columns: true })
  expect(rows.map(({ kind }) => kind).sort()).toEqual([...holds.map(() => 'hold'), ...loans.map(() => 'loan')])
  const all = JSON.parse((await file(ines, 'json')).text) as { reader: object; card: Card; lists: object[]; satchel: object }
  expect(all).toMatchObject({ reader: { name: 'Ines Arkley', card: '00042117' }, card: { loans }, satchel: {} })
  expect(JSON.stringify(all)).not.toContain('pinHash')
  for (const form of ['ics', 'csv', 'json']) expect((await file(new Visitor(catalogue.address), form)).status).toBe(401)
  expect((await file(ines, 'exe')).status).toBe(404)
})

it('what is late is listed, and paid with what else is owed, once', async () => {
  const [found] = await catalogue.database.read<{ barcode: string }>(
    `SELECT barcode FROM copies JOIN records ON records.id = recordId WHERE carrier = 'dvd' AND copies.system = 'pslib' AND useRule IS NULL AND copies.status = 'on shelf' AND setNumber IS NULL
       AND barcode NOT IN (SELECT barcode FROM loans) AND records.controlNumber NOT IN (SELECT controlNumber FROM holdTargets) LIMIT 1`,
  )
  const { barcode } = found!
  await catalogue.commands.checkOut({ barcode, card: '90009' }, at('2026-11-01T11:00'))
  await catalogue.commands.checkIn({ barcode, branch: 'northmole' }, at('2026-11-11T11:00'))
  // A film is lent for seven days, until Sunday the 8th, on which Ferrygate is closed: until the 9th; two days at 0.20, beside 2.50 from before.
  const { owed, charges, till } = await cardOf(owing)
  expect({ owed, till, charges: charges.map(({ amount }) => amount) }).toEqual({ owed: 290, till: true, charges: [40] })
  const pay = (amount: number) => owing.ask<Card & Problem>('POST', '/api/card/payment', { amount })
  expect((await pay(250)).body.refusal).toEqual({ code: 'owed-changed', owed: 290 })
  expect((await pay(290)).body).toMatchObject({ owed: 0, charges: [] })
  expect((await pay(290)).status).toBe(409)
  expect((await owing.ask('POST', '/api/card/payment', { amount: 0 })).status).toBe(400)
})

it('what was told stands on the card until it is nobody’s any more', async () => {
  await catalogue.commands.followDays(at('2026-11-26T08:00'))
  const told = (await cardOf(ines)).messages
  expect(told.map(({ notice, channel }) => [notice, channel])).toContainEqual(['overdue', 'mail'])
  expect(told.find(({ notice }) => notice === 'overdue')!.text).toMatch(/^Hello Ines Arkley,\n\n“.+” was due on /)
  expect((await cardOf(owing)).messages).toEqual([])
  await catalogue.commands.purge(at('2027-02-01T08:00'), 0)
  expect(await catalogue.database.read('SELECT 1 FROM outbox WHERE readerId IS NOT NULL')).toEqual([])
})

it('a test message comes as one is told; for the time being as the home branch tells everybody', async () => {
  const test = async (who: Visitor) => {
    expect((await who.ask('POST', '/api/card/notice')).status).toBe(204)
    const { messages, toldInstead } = await cardOf(who)
    return [messages[0]?.notice, messages[0]?.channel, toldInstead?.until ?? null]
  }
  expect(await test(ines)).toEqual(['test', 'mail', null])
  await ines.ask('POST', '/api/card', { homeBranch: 'wetherdale' })
  expect(await test(ines)).toEqual(['test', 'letter', '2026-12-12'])
  // A code for a PIN lives for half an hour: no letter brings it in time.
  await catalogue.commands.sendPinCode('00042117', at('2026-11-25T12:00'), Date.now())
  const [code] = await catalogue.database.read<{ channel: string }>(
    "SELECT message ->> 'channel' AS channel FROM outbox WHERE message ->> 'notice' = 'pin code'",
  )
  expect(code?.channel).toBe('mail')
  // After that day their choice counts again.
  const [reader] = await catalogue.database.read<{ id: number }>("SELECT id FROM readers WHERE card = '00042117'")
  await catalogue.commands.tellTest(reader!.id, at('2026-12-13T08:00'))
  expect((await cardOf(ines)).messages[0]).toMatchObject({ notice: 'test', channel: 'mail' })
  await ines.ask('POST', '/api/card', { homeBranch: 'ferrygate' })
})

it('a calendar follows the card by a link that nobody can guess; a new one ends the old, and it is withdrawn', async () => {
  const read = async (path: string) => {
    const response = await fetch(catalogue.address + path)
    return { status: response.status, text: await response.text() }
  }
  const make = async () => (await ines.ask<{ path: string }>('POST', '/api/card/feed')).body.path
  const first = await make()
  expect(first).toMatch(/^\/api\/calendar\/[\w-]{32}$/)
  const events = (text: string) => new ICAL.Component(ICAL.parse(text) as unknown as string).getAllSubcomponents('vevent').length
  expect(events((await read(first)).text)).toBe(events((await file(ines, 'ics')).text))
  const second = await make()
  expect([(await read(first)).status, (await read(second)).status, (await cardOf(ines)).feed]).toEqual([404, 200, true])
  // Of the link only a digest is kept.
  expect(JSON.stringify(await catalogue.database.read('SELECT * FROM readers'))).not.toContain(second.slice(-32))
  expect((await file(ines, 'json')).text).not.toContain('"feed":"')
  await ines.ask('DELETE', '/api/card/feed')
  expect([(await read(second)).status, (await read('/api/calendar/x')).status, (await cardOf(ines)).feed]).toEqual([404, 404, false])
})

it('what was returned is kept for whom wants it kept, from then on, and is gone when they say so', async () => {
  const returned = async () => (await ines.get<{ title: string }[]>('/api/card/history')).body.map(({ title }) => title)
  const books = await booksOfOneCopy(catalogue, 4)
  for (const { barcode } of books) await catalogue.commands.checkOut({ barcode, card: '42117' }, at('2026-11-25T11:00'))
  const giveBack = async () => {
    const { barcode, title } = (await cardOf(ines)).loans.at(-1)!
    await catalogue.commands.checkIn({ barcode, branch: 'northmole' }, at('2026-11-25T12:00'))
    return title
  }
  await giveBack()
  expect([(await cardOf(ines)).history, await returned()]).toEqual([false, []])
  await ines.ask('POST', '/api/card', { history: true })
  const [first, second] = [await giveBack(), await giveBack()]
  expect(await returned()).toEqual([second, first])
  await ines.ask('DELETE', '/api/card/history')
  expect([(await cardOf(ines)).history, await returned()]).toEqual([true, []])
  const third = await giveBack()
  expect((JSON.parse((await file(ines, 'json')).text) as { returned: { title: string }[] }).returned).toMatchObject([{ title: third }])
  await ines.ask('POST', '/api/card', { history: false })
  expect([await returned(), await catalogue.database.read('SELECT * FROM pastLoans')]).toEqual([[], []])
})
