/** At the desk: what becomes of a copy that is checked in or out, of those who wait for it, and what they are told. */
import type { Card } from '@catalex/contract/card'
import type { ActedAtDesk, ActAtDesk, DeskView } from '@catalex/contract/backroom'
import type { Hold } from '@catalex/contract/holds'
import { addReaders } from '@catalex/demo/world'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { DateTime } from 'luxon'
import { afterAll, beforeAll, beforeEach, expect, it } from 'vitest'
import { momentOf } from '../src/circulation/index.ts'
import { isNotice, keptMessages } from '../src/standins/index.ts'
import { booksOfOneCopy, sampleReader, startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

const CARDS = ['00090001', '00090002', '00090003']
let catalogue: Catalogue
let [ann, ben, cai]: Visitor[] = []
/** A book with one copy, at Northmole. */
let title = ''
let barcode = ''
beforeAll(async () => {
  catalogue = await startCatalogue(200, (world) => {
    addReaders(world, CARDS.map((card) => ({ ...sampleReader(card), mail: `${card}@example.org`, notify: 'mail' as const }))) // prettier-ignore
    const file = join(world, 'policies.json')
    const policies = JSON.parse(readFileSync(file, 'utf8')) as { loanRules: object[]; categories: { overdueLimit?: number }[] }
    policies.loanRules.unshift({
      families: ['print'],
      uses: ['loan'],
      days: 28,
      renewals: 2,
      overdue: { amount: 20, per: 'day', ceiling: 300 },
    })
    for (const category of policies.categories) category.overdueLimit = 2
    writeFileSync(file, JSON.stringify(policies))
  })
  const all = CARDS.map(() => new Visitor(catalogue.address))
  for (const [i, card] of CARDS.entries()) await all[i]!.signIn(card, '1234')
  ;[ann, ben, cai] = all
  const [found] = await booksOfOneCopy(catalogue)
  title = found!.controlNumber
  barcode = found!.barcode
})
beforeEach(async () => {
  for (const who of [ann!, ben!, cai!])
    for (const { id } of (await cardOf(who)).holds) {
      await who.ask('DELETE', `/api/holds/${id}`)
      ended.add(id)
    }
  await catalogue.commands.checkIn({ barcode, branch: 'northmole' }, at('2026-11-25T11:20'))
  await catalogue.database.write((write) => write.run('DELETE FROM outbox'))
  await catalogue.database.write((write) => write.run('UPDATE readers SET owed = 0'))
})
afterAll(() => catalogue.close())

/** Holds of the tests before. */
const ended = new Set<string>()

const at = (time: string) => momentOf(DateTime.fromISO(time, { zone: 'Europe/Dublin' }))
const place = async (who: Visitor, pickup = 'ferrygate') =>
  (await who.ask<Hold>('POST', '/api/holds', { records: [title], barcode: null, pickup })).body
const atDesk = async (act: ActAtDesk['act'], branch: string, more: Partial<ActAtDesk> = {}) =>
  (await ann!.ask<ActedAtDesk>('POST', '/api/backroom/desk', { act, branch, barcode, ...more })).body
const cardOf = async (who: Visitor) => (await who.get<Card>('/api/card')).body
const stands = async (who: Visitor) => (await cardOf(who)).holds.filter(({ id, controlNumber, state }) => controlNumber === title && state !== 'cancelled' && !ended.has(id)).map(({ state, queue }) => [state, queue?.place ?? null]) // prettier-ignore
const status = async () => {
  const { body } = await ann!.get<{ copies: { status: string; due: string | null }[] }>(`/api/titles/${title}/copies`)
  return body.copies[0]?.status
}
const told = async () => (await keptMessages(catalogue.database, 50)).filter(isNotice).map(({ notice, to }) => `${notice} ${to}`).reverse() // prettier-ignore

it('goes from its shelf to the pickup location, is kept there by open days, and goes on to the next who waits', async () => {
  await place(ann!)
  await place(ben!, 'northmole')
  expect([await stands(ann!), await stands(ben!), await status()]).toEqual([[['being fetched', null]], [['waiting', 1]], 'being fetched'])
  expect((await atDesk('check in', 'northmole')).checkedIn).toMatchObject({ outcome: 'sent', to: 'ferrygate', hold: 'in transit' })
  expect([await stands(ann!), await status(), await told()]).toEqual([[['in transit', null]], 'in transit', []])
  expect((await atDesk('check in', 'ferrygate')).checkedIn).toMatchObject({ outcome: 'ready', to: null, hold: 'ready' })
  // Six open days after Wednesday 25 November; Ferrygate is closed on Sundays.
  expect((await cardOf(ann!)).holds[0]).toMatchObject({ state: 'ready', collectBy: '2026-12-02' })
  // A second scan changes and tells nothing.
  await atDesk('check in', 'ferrygate')
  expect([await told(), await status()]).toEqual([['ready 00090001@example.org'], 'kept for a hold'])
  // Reminded once, the day before the last.
  await catalogue.commands.followDays(at('2026-11-30T23:00'))
  expect((await told()).filter((line) => line.includes('0009'))).toEqual(['ready 00090001@example.org'])
  await catalogue.commands.followDays(at('2026-12-01T08:00'))
  await catalogue.commands.followDays(at('2026-12-02T20:00'))
  expect(await stands(ann!)).toEqual([['ready', null]])
  await catalogue.commands.followDays(at('2026-12-03T00:01'))
  expect([await stands(ann!), await stands(ben!)]).toEqual([[['lapsed', null]], [['in transit', null]]])
  expect((await told()).filter((line) => line.includes('0009'))).toEqual(
    ['ready', 'last day soon', 'lapsed'].map((kind) => `${kind} 00090001@example.org`),
  )
  expect((await atDesk('check in', 'northmole')).checkedIn).toMatchObject({ outcome: 'ready' })
  expect(await stands(ben!)).toEqual([['ready', null]])
})

it('is lent to whom it is kept for alone, and comes back to any branch, late for a charge', async () => {
  await place(ben!)
  await atDesk('check in', 'northmole')
  await atDesk('check in', 'ferrygate')
  expect((await atDesk('check out', 'ferrygate', { card: '90001' })).refusal).toEqual({ code: 'kept-for-another' })
  expect((await atDesk('check out', 'ferrygate', { card: '4' })).refusal).toEqual({ code: 'no-such-card' })
  expect((await atDesk('check out', 'ferrygate', { card: '9 0002' })).checkedOut).toMatchObject({ due: '2026-12-23', collected: true })
  expect([await stands(ben!), await status()]).toEqual([[['collected', null]], 'on loan'])
  expect((await atDesk('check out', 'ferrygate', { card: '90001' })).refusal).toEqual({ code: 'lent-already' })
  await place(ann!, 'corrow')
  await catalogue.database.write((write) => write.run("UPDATE loans SET due = '2026-11-20' WHERE barcode = $barcode", { barcode }))
  // Five days at 0.20; the next in the queue gets it from wherever it comes back.
  expect((await atDesk('check in', 'saltpan')).checkedIn).toMatchObject({ returned: true, charge: 100, outcome: 'sent', to: 'corrow' })
  expect([(await cardOf(ben!)).owed, await stands(ann!)]).toEqual([100, [['in transit', null]]])
  expect((await atDesk('check in', 'saltpan', { barcode: 'nobody' })).refusal).toEqual({ code: 'no-such-copy' })
})

it('is not reminded of what came for the last days alone', async () => {
  await place(ann!, 'northmole-lockers')
  await catalogue.commands.checkIn({ barcode, branch: 'northmole' }, at('2026-11-26T10:00'))
  const [hold] = (await cardOf(ann!)).holds
  expect(hold).toMatchObject({ state: 'ready', collectBy: '2026-11-29' })
  await catalogue.database.write((write) => write.run("UPDATE holds SET collectBy = '2026-11-27' WHERE reference = $id", { id: hold!.id }))
  await catalogue.commands.followDays(at('2026-11-26T21:00'))
  expect(await told()).toEqual(['ready 00090001@example.org'])
})

it('has its days from when it was sent, where the pickup location says so, and for one day at least', async () => {
  const collected = async (time: string) => {
    await place(ann!, 'skerry')
    await catalogue.commands.checkIn({ barcode, branch: 'northmole' }, at('2026-11-25T16:00'))
    await catalogue.commands.checkIn({ barcode, branch: 'skerry' }, at('2026-11-30T09:00'))
    const lent = await catalogue.commands.checkOut({ barcode, card: CARDS[0]! }, at(time))
    await catalogue.commands.checkIn({ barcode, branch: 'northmole' }, at(time))
    return lent
  }
  // 28 days from Wednesday 25 November, on which it was sent.
  expect(await collected('2026-12-03T10:00')).toMatchObject({ due: '2026-12-23', collected: true })
  expect(await collected('2026-12-29T10:00')).toMatchObject({ due: '2026-12-30', collected: true })
})

it('is due on a day on which it can be brought back: where its reader is at home, or to the owner that alone takes it', async () => {
  const lent = async (what: string, time: string) => {
    const due = await catalogue.commands.checkOut({ barcode: what, card: CARDS[0]! }, at(time))
    await catalogue.commands.checkIn({ barcode: what, branch: what === barcode ? 'northmole' : conservatoire() }, at(time))
    return (due as { due?: string }).due
  }
  const score = await oneOf("system = 'conserv' AND useRule IS NULL")
  // 28 days on it is a Wednesday: Ferrygate and the Conservatoire are open, Corrow opens on the Thursday.
  expect(await lent(barcode, '2027-01-06T11:00')).toBe('2027-02-03')
  expect((await ann!.ask('POST', '/api/card', { homeBranch: 'corrow' })).status).toBe(200)
  expect(await lent(barcode, '2027-01-06T11:00')).toBe('2027-02-04')
  expect(await lent(score, '2027-01-06T11:00')).toBe('2027-02-03')
  await ann!.ask('POST', '/api/card', { homeBranch: 'ferrygate' })
})

it('is told of with what lateness costs, and where it is brought back', async () => {
  const last = async () => (await keptMessages(catalogue.database, 1))[0]?.text
  const day = (time: string) => catalogue.commands.followDays(at(time))
  await atDesk('check out', 'northmole', { card: '90001' })
  expect((await cardOf(ann!)).loans.find((loan) => loan.barcode === barcode)?.late).toEqual({
    rate: { amount: 20, per: 'day', ceiling: 300 },
    soFar: 0,
  })
  const due = (to: string) => catalogue.database.write((write) => write.run('UPDATE loans SET due = $to WHERE barcode = $barcode', { to, barcode })) // prettier-ignore
  await due('2026-11-27')
  await day('2026-11-25T12:00')
  expect(await last()).toContain('at any of the libraries. The late charge is €0.20 a day, at most €3.00.')
  await due('2026-11-20')
  // Five days at 0.20.
  expect((await cardOf(ann!)).loans.find((loan) => loan.barcode === barcode)?.late?.soFar).toBe(100)
  await ann!.ask('POST', '/api/card', { language: 'de' })
  await day('2026-11-25T12:01')
  expect(await last()).toMatch(/in einer der Bibliotheken zurück.* Verspätung kostet 0,20\s€ am Tag, höchstens 3,00\s€\./)
  await ann!.ask('POST', '/api/card', { language: 'en' })
  const score = await oneOf("system = 'conserv' AND useRule IS NULL")
  await atDesk('check out', 'conserv', { barcode: score, card: '90001' })
  await catalogue.database.write((write) => write.run("UPDATE loans SET due = '2026-11-26' WHERE barcode = $score", { score }))
  await day('2026-11-25T12:02')
  expect(await last()).toContain('at Sound Conservatoire only')
  await catalogue.commands.checkIn({ barcode: score, branch: conservatoire() }, at('2026-11-25T12:03'))
})

const conservatoire = () => catalogue.libraries.library.branches.find(({ system }) => system === 'conserv')!.code
const oneOf = async (condition: string): Promise<string> => {
  const [copy] = await catalogue.database.read<{ barcode: string }>(
    `SELECT barcode FROM copies WHERE ${condition} AND status = 'on shelf' AND setNumber IS NULL AND barcode NOT IN (SELECT barcode FROM loans)
       AND barcode NOT IN (SELECT barcode FROM holds WHERE barcode IS NOT NULL) ORDER BY barcode LIMIT 1`,
  )
  return copy!.barcode
}

it('is taken back by its owner alone, where that says so, which its reader is told', async () => {
  const score = await oneOf("system = 'conserv' AND useRule IS NULL")
  await atDesk('check out', 'conserv', { barcode: score, card: '90001' })
  const loan = async () => (await cardOf(ann!)).loans.find((one) => one.barcode === score)
  expect((await loan())?.returnTo).toBe('conserv')
  expect((await atDesk('check in', 'ferrygate', { barcode: score })).refusal).toEqual({
    code: 'returned-at-owner',
    owner: 'Sound Conservatoire',
  })
  expect(await loan()).toBeDefined()
  expect((await atDesk('check in', conservatoire(), { barcode: score })).checkedIn).toMatchObject({ returned: true, outcome: 'shelved' })
  // What is on its way, and on nobody's card, goes over every desk.
  expect((await atDesk('check in', 'ferrygate', { barcode: score })).checkedIn).toMatchObject({ outcome: 'sent', to: conservatoire() })
  await atDesk('check in', conservatoire(), { barcode: score })
})

it('of a course is lent for three hours, and costs by the hour when it is late', async () => {
  const text = await oneOf("branch = 'college' AND collection = 'reserve'")
  expect((await atDesk('check out', 'cope', { barcode: text, card: '90001' })).checkedOut).toMatchObject({
    due: expect.stringMatching(/^2026-11-25T14:2\d$/) as string,
  })
  expect((await cardOf(ann!)).loans.find((one) => one.barcode === text)).toMatchObject({ overdue: false, returnTo: null })
  const back = await catalogue.commands.checkIn({ barcode: text, branch: 'cope' }, at('2026-11-25T16:30'))
  // Two hours and some minutes: three hours begun, at 0.50.
  expect(back).toMatchObject({ returned: true, charge: 150 })
  // The college closes at five and opens at nine; Ferrygate, where its reader is at home, at ten.
  const overnight = await catalogue.commands.checkOut({ barcode: text, card: CARDS[0]! }, at('2026-11-26T15:30'))
  expect(overnight).toMatchObject({ due: '2026-11-27T10:00' })
  expect(await catalogue.commands.checkIn({ barcode: text, branch: 'college' }, at('2026-11-27T10:00'))).toMatchObject({ charge: 0 })
})

it('goes home through every branch where nobody waits, and is in now there alone', async () => {
  await atDesk('check out', 'ferrygate', { card: '90002' })
  expect((await atDesk('check in', 'ferrygate')).checkedIn).toMatchObject({ outcome: 'sent', to: 'northmole', hold: null, returned: true })
  expect(await status()).toBe('in transit')
  // Who asks while it is on the road waits for it, and has it where it next lies on a desk.
  await place(cai!)
  expect(await stands(cai!)).toEqual([['waiting', 1]])
  expect((await atDesk('check in', 'saltpan')).checkedIn).toMatchObject({ outcome: 'sent', to: 'ferrygate' })
  const [hold] = (await cardOf(cai!)).holds.filter(({ state }) => state === 'in transit')
  await cai!.ask('DELETE', `/api/holds/${hold!.id}`)
  expect((await atDesk('check in', 'saltpan')).checkedIn).toMatchObject({ outcome: 'sent', to: 'northmole' })
  expect((await atDesk('check in', 'northmole')).checkedIn).toMatchObject({ outcome: 'shelved', to: null })
  expect(await status()).toBe('on shelf')
})

it('in transit, another pickup location sends it there; cancelled, it goes to the next', async () => {
  const first = await place(ann!)
  await place(ben!, 'ferrygate')
  await atDesk('check in', 'northmole')
  expect((await ann!.ask<Hold>('POST', `/api/holds/${first.id}`, { pickup: 'saltpan' })).body).toMatchObject({ state: 'in transit', pickup: 'saltpan' }) // prettier-ignore
  expect((await atDesk('check in', 'ferrygate')).checkedIn).toMatchObject({ outcome: 'sent', to: 'saltpan', hold: 'in transit' })
  expect((await atDesk('check in', 'saltpan')).checkedIn).toMatchObject({ outcome: 'ready' })
  await ann!.ask('DELETE', `/api/holds/${first.id}`)
  expect(await stands(ben!)).toEqual([['in transit', null]])
  expect((await ann!.get<DeskView>('/api/backroom/desk?branch=ferrygate')).body.coming).toContainEqual(
    expect.objectContaining({ barcode, from: 'saltpan' }),
  )
})

it('not found, it is missing: who was to have it is told; found again, it goes to who waits', async () => {
  await place(ann!)
  expect((await ann!.get<DeskView>('/api/backroom/desk?branch=northmole')).body.picks.map((pick) => pick.barcode)).toContain(barcode)
  await atDesk('missing', 'northmole')
  // It was the only copy.
  expect([await stands(ann!), await status(), await told()]).toEqual([
    [['unfillable', null]],
    'missing',
    ['unfillable 00090001@example.org'],
  ])
  expect((await atDesk('check in', 'northmole')).checkedIn).toMatchObject({ outcome: 'shelved' })
  expect(await status()).toBe('on shelf')
})

it('borrowers are told three days before, and once after; of a renewed loan anew', async () => {
  await atDesk('check out', 'northmole', { card: '90001' })
  const days = async (...times: string[]) => {
    for (const time of times) await catalogue.commands.followDays(at(time))
  }
  const aboutThis = async () => (await told()).filter((line) => line.endsWith('00090001@example.org'))
  await days('2026-12-19T09:00')
  expect(await aboutThis()).toEqual([])
  await days('2026-12-20T00:01', '2026-12-20T10:00', '2026-12-22T10:00')
  expect(await aboutThis()).toEqual(['due soon 00090001@example.org'])
  await days('2026-12-23T23:00', '2026-12-24T00:01', '2027-01-24T00:01')
  expect(await aboutThis()).toEqual(['due soon 00090001@example.org', 'overdue 00090001@example.org'])
  await catalogue.database.write((write) => write.run("UPDATE loans SET due = '2027-02-20' WHERE barcode = $barcode", { barcode }))
  await days('2027-02-18T09:00')
  expect(await aboutThis()).toHaveLength(3)
})

it('who borrows one copy needs no other: the hold ends, and what was set aside is free', async () => {
  const [two] = await catalogue.database.read<{ controlNumber: string; barcode: string }>(
    `SELECT controlNumber, max(barcode) AS barcode FROM copies JOIN records ON records.id = recordId
     WHERE carrier = 'book' AND system = 'pslib' AND useRule IS NULL AND collection IN ('fiction', 'nonfic') AND copies.status = 'on shelf'
       AND barcode NOT IN (SELECT barcode FROM loans) AND controlNumber NOT IN (SELECT controlNumber FROM holdTargets) AND setNumber IS NULL
     GROUP BY controlNumber HAVING count(*) = (SELECT count(*) FROM copies WHERE recordId = records.id) AND count(*) = 2 LIMIT 1`,
  )
  const { body } = await ann!.ask<Hold>('POST', '/api/holds', { records: [two!.controlNumber], barcode: null, pickup: 'ferrygate' })
  const copies = async () =>
    (await ann!.get<{ copies: { barcode: string; status: string }[] }>(`/api/titles/${two!.controlNumber}/copies`)).body.copies
  const other = (await copies()).find((copy) => copy.status === 'on shelf')!
  expect((await copies()).map((copy) => copy.status).sort()).toEqual(['being fetched', 'on shelf'])
  expect((await atDesk('check out', 'northmole', { barcode: other.barcode, card: CARDS[0]! })).checkedOut?.collected).toBe(false)
  const { holds } = await cardOf(ann!)
  expect([holds.find(({ id }) => id === body.id)?.state, (await copies()).map((copy) => copy.status).sort()]).toEqual(['cancelled', ['on loan', 'on shelf']]) // prettier-ignore
  await atDesk('check in', 'northmole', { barcode: other.barcode })
})

it('with too many overdue nothing more is lent, held or renewed, and it is said what lifts it', async () => {
  const books = await catalogue.database.read<{ controlNumber: string; barcode: string }>(
    `SELECT controlNumber, barcode FROM copies JOIN records ON records.id = recordId WHERE carrier = 'book' AND branch = 'ferrygate' AND useRule IS NULL
       AND copies.status = 'on shelf' AND setNumber IS NULL AND collection IN ('fiction', 'nonfic') AND barcode NOT IN (SELECT barcode FROM loans)
       AND controlNumber NOT IN (SELECT controlNumber FROM holdTargets) GROUP BY controlNumber ORDER BY barcode LIMIT 4`,
  )
  for (const book of books.slice(0, 3))
    await catalogue.commands.checkOut({ barcode: book.barcode, card: CARDS[1]! }, at('2026-10-01T11:20'))
  const { warnings, loans } = await cardOf(ben!)
  expect(warnings).toEqual([{ code: 'too-many-overdue', overdue: 3, limit: 2 }])
  expect((await ben!.ask<{ refusal: object }>('POST', '/api/holds', { records: [books[3]!.controlNumber], barcode: null, pickup: 'ferrygate' })).body.refusal).toMatchObject({ code: 'too-many-overdue' }) // prettier-ignore
  expect((await atDesk('check out', 'northmole', { barcode: books[3]!.barcode, card: CARDS[1]! })).refusal?.code).toBe('too-many-overdue')
  expect(loans.every(({ renewal }) => renewal.refusal?.code === 'too-many-overdue')).toBe(true)
  await atDesk('check in', 'northmole', { barcode: books[0]!.barcode })
  expect((await cardOf(ben!)).warnings.map(({ code }) => code)).not.toContain('too-many-overdue')
})

it('what was kept and turns up at another desk comes again, and is told again when it has', async () => {
  await place(ann!)
  await atDesk('check in', 'northmole')
  await atDesk('check in', 'ferrygate')
  expect((await cardOf(ann!)).holds[0]).toMatchObject({ state: 'ready', collectBy: '2026-12-02' })
  expect((await atDesk('check in', 'tarbeck')).checkedIn).toMatchObject({ outcome: 'sent', to: 'ferrygate', hold: 'in transit' })
  expect((await cardOf(ann!)).holds[0]).toMatchObject({ state: 'in transit', collectBy: null })
  expect((await atDesk('check in', 'ferrygate')).checkedIn?.outcome).toBe('ready')
  expect([(await cardOf(ann!)).holds[0]?.collectBy, await told()]).toEqual(['2026-12-02', ['ready 00090001@example.org', 'ready 00090001@example.org']]) // prettier-ignore
})
