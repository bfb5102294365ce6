/** The living demo: its clock is moved, and what was asked for comes; whatever happens, what is stored stays sound. */
import type { Backroom, Clock, MoveClock } from '@catalex/contract/backroom'
import type { Card } from '@catalex/contract/card'
import type { Hold, HoldOptions } from '@catalex/contract/holds'
import { DateTime } from 'luxon'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { Clockwork, livedUntil } from '../src/backroom/index.ts'
import { virtualClock } from '../src/standins/index.ts'
import { expectAt, unsoundHolds } from '../src/circulation/index.ts'
import { booksOfOneCopy, startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let tobias: Visitor
beforeAll(async () => {
  catalogue = await startCatalogue(300)
  tobias = new Visitor(catalogue.address)
  await tobias.signIn('42225', '4722')
})
afterAll(() => catalogue.close())

const inDays = (now: string, days: number) => DateTime.fromISO(now).plus({ days }).toISODate()!
const view = async (query = '') => (await tobias.get<Backroom>(`/api/backroom${query}`)).body
async function move(how: MoveClock): Promise<Clock> {
  await tobias.ask('POST', '/api/backroom/clock', how)
  return vi.waitUntil(
    async () => {
      const { clock } = await view()
      return clock.until === null && clock
    },
    { timeout: 100_000, interval: 20 },
  )
}
const holds = async () => (await tobias.get<Card>('/api/card')).body.holds
const titles = () => booksOfOneCopy(catalogue, 3)

describe('moved on until a hold is ready', () => {
  it('it has come the way that was told, by the day that was promised, and its reader knows', async () => {
    const [one] = await titles()
    const options = (await tobias.get<HoldOptions>(`/api/hold-options?records=${one!.controlNumber}`)).body
    const { delivery } = options.pickups.find(({ pickup }) => pickup === 'ferrygate')!
    await tobias.ask('POST', '/api/holds', { records: [one!.controlNumber], barcode: null, pickup: 'ferrygate' })
    expect((await holds())[0]).toMatchObject({ expected: delivery!.inHand, promised: delivery!.inHand })
    const clock = await move({ move: 'ready' })
    const [hold] = await holds()
    expect(hold).toMatchObject({ state: 'ready', pickup: 'ferrygate' })
    expect(hold!.events.map(({ state }) => state)).toEqual(['waiting', 'being fetched', 'in transit', 'ready'])
    const ready = hold!.events.at(-1)!.at
    expect([ready >= delivery!.inHand.slice(0, 16), ready <= delivery!.latest!]).toEqual([true, true])
    // It stops within the hour.
    expect(Date.parse(clock.now) - Date.parse(ready)).toBeLessThan(3_700_000)
    const { messages, happenings, shelves } = await view('?mine=true')
    expect(messages).toMatchObject([{ notice: 'ready', mine: true }])
    expect(messages[0]!.text).toContain('Front desk, left of the door')
    expect(happenings.map(({ what }) => what)).toEqual(expect.arrayContaining(['ready', 'run left', 'taken']))
    expect(happenings.every(({ mine }) => mine)).toBe(true)
    expect(shelves.find(({ pickup }) => pickup === 'ferrygate')?.carriers).toContain('book')
  })

  it('not collected, it lapses after its last day', async () => {
    const { collectBy } = (await holds())[0]!
    await move({ to: collectBy!, branch: 'ferrygate' })
    expect((await holds())[0]!.state).toBe('ready')
    await move({ move: 'day' })
    expect((await holds())[0]!.state).toBe('lapsed')
    expect((await view('?mine=true')).messages.map(({ notice }) => notice)).toEqual(['lapsed', 'last day soon', 'ready'])
  })
})

it('what misses a run is expected later, beside what was told first; what is lost is expected no more', async () => {
  const [one] = await titles()
  const { body } = await tobias.ask<Hold>('POST', '/api/holds', { records: [one!.controlNumber], barcode: null, pickup: 'ferrygate' })
  const later = '2027-01-04T10:00:00.000Z'
  await catalogue.database.write((write) => expectAt(write, one!.barcode, later))
  const own = async () => (await holds()).find(({ id }) => id === body.id)
  expect(await own()).toMatchObject({ expected: later, promised: body.expected })
  await tobias.ask('POST', '/api/backroom/desk', { act: 'missing', branch: 'northmole', barcode: one!.barcode })
  expect(await own()).toMatchObject({ expected: null, promised: null })
  await tobias.ask('DELETE', `/api/holds/${body.id}`)
})

it('who is not signed in has no hold that could be ready', async () => {
  const before = await view()
  expect((await new Visitor(catalogue.address).ask('POST', '/api/backroom/clock', { move: 'ready' })).status).toBe(401)
  expect((await view()).clock.until).toBe(before.clock.until)
})

it('what is said last counts: another end, another reason to stop, or to stand', async () => {
  const lived: string[] = []
  const clock = virtualClock('Europe/Dublin', '2026-11-25T11:20')
  const steps: ((at: string) => void)[] = []
  const world = {
    live: ({ minute }: { minute: string }) => {
      lived.push(minute)
      steps.shift()?.(minute)
      return Promise.resolve(false)
    },
    caughtUp: () => Promise.resolve(),
    trouble: (error: unknown) => {
      throw error
    },
  }
  const work = new Clockwork(clock, world)
  work.setPace('stands')
  // On its way to tomorrow it is told to stop once it is two.
  steps.push(() => {
    work.moveTo(clock.now().plus({ days: 60 }), () => Promise.resolve(clock.now().hour >= 14))
  })
  work.moveTo(clock.now().plus({ days: 1 }))
  await work.idle
  expect(lived).toEqual(['2026-11-25T12:00', '2026-11-25T13:00', '2026-11-25T14:00'])
  // And stopped altogether.
  steps.push(() => {
    work.setPace('stands')
  })
  work.moveTo(clock.now().plus({ days: 1 }))
  await work.idle
  expect([lived.length, work.shown.until]).toEqual([4, null])
})

it('the clock stands, hurries, goes to the next opening, and never back', async () => {
  const { now } = await move({ pace: 'stands' })
  expect((await view()).clock).toMatchObject({ now, pace: 'stands' })
  const opening = await move({ move: 'opening', branch: 'ferrygate' })
  expect(new Intl.DateTimeFormat('en-GB', { timeStyle: 'short', timeZone: 'Europe/Dublin' }).format(new Date(opening.now))).toBe('10:00')
  const hour = await move({ move: 'hour' })
  expect(Date.parse(hour.now) - Date.parse(opening.now)).toBe(3_600_000)
  // Nor to a day before the present; to today is to the next opening of today.
  for (const to of ['2026-01-01', DateTime.fromISO(hour.now).minus({ days: 1 }).toISODate()!])
    expect(await tobias.ask('POST', '/api/backroom/clock', { to, pace: 'usual' })).toMatchObject({ status: 422, body: { type: 'urn:catalex:problem:clock-never-goes-back' } }) // prettier-ignore
  expect((await view()).clock).toMatchObject({ now: hour.now, pace: 'stands' })
  expect((await tobias.ask('POST', '/api/backroom/clock', { to: 'tomorrow' })).status).toBe(400)
})

it('is stopped where it has got to, and says how far that is', async () => {
  const { body: begun } = await tobias.ask<Clock>('POST', '/api/backroom/clock', { move: 'day' })
  expect(Date.parse(begun.until!) - Date.parse(begun.from!)).toBe(86_400_000)
  const { body: stopped } = await tobias.ask<Clock>('POST', '/api/backroom/clock', { move: 'stop' })
  expect(stopped).toMatchObject({ pace: 'stands', from: null, until: null })
  expect((await move({ pace: 'stands' })).now < begun.until!).toBe(true)
})

it('what comes back goes to whoever waits for it, and else to its shelf, each at a time of its own', async () => {
  const { database } = catalogue
  // What was begun before is over then.
  await move({ move: 'hour' })
  const lent = await database.read<{ barcode: string; controlNumber: string }>(
    `SELECT loans.barcode, controlNumber FROM loans JOIN copies ON copies.barcode = loans.barcode JOIN records ON records.id = recordId
     WHERE readerId IS NULL AND copies.system = 'pslib' AND carrier = 'book' AND useRule IS NULL AND collection IN ('fiction', 'nonfic')
       AND controlNumber NOT IN (SELECT controlNumber FROM holdTargets) AND (SELECT count(*) FROM copies c WHERE c.recordId = records.id) = 1 AND due > $soon ORDER BY due`,
    {
      soon: inDays((await view()).clock.now, 2),
    },
  )
  const [wanted] = lent
  const { body } = await tobias.ask<Hold>('POST', '/api/holds', { records: [wanted!.controlNumber], barcode: null, pickup: 'ferrygate' })
  expect(body.state).toBe('waiting')
  const states = async () => ((await holds()).find(({ id }) => id === body.id)?.events ?? []).map(({ state }) => state)
  let came = await states()
  for (let tries = 0; tries < 8 && !came.includes('ready'); tries += 1) {
    await move({
      to: inDays((await view()).clock.now, 5),
    })
    came = await states()
  }
  expect(came).toEqual(expect.arrayContaining(['waiting', 'in transit', 'ready']))
  const times = await database.read<{ at: string }>(
    "SELECT at FROM happenings WHERE what ->> 'what' = 'returned' ORDER BY id DESC LIMIT 40",
  )
  expect(new Set(times.map(({ at }) => at)).size).toBeGreaterThan(20)
})

it('after some weeks everything that is stored can be true, nothing happened twice, and a restart would go on from there', async () => {
  for (const { controlNumber } of await titles())
    await tobias.ask<Hold>('POST', '/api/holds', { records: [controlNumber], barcode: null, pickup: 'corrow' })
  for (let week = 0; week < 3; week += 1) for (let day = 0; day < 7; day += 1) await move({ move: 'day' })
  const faults = []
  for await (const fault of unsoundHolds(catalogue.database)) faults.push(fault)
  expect(faults).toEqual([])
  const { database } = catalogue
  // No copy is both on loan and at a desk, and nothing lies at home that is said to be away.
  expect(await database.read('SELECT barcode FROM whereabouts WHERE barcode IN (SELECT barcode FROM loans)')).toEqual([])
  expect(await database.read('SELECT barcode FROM whereabouts JOIN copies USING (barcode) WHERE desk = branch AND bound IS NULL AND barcode NOT IN (SELECT barcode FROM holds WHERE barcode IS NOT NULL)')).toEqual([]) // prettier-ignore
  // What a reader was told of one thing, once.
  expect(await database.read("SELECT message, count(*) FROM outbox WHERE readerId IS NOT NULL GROUP BY readerId, message HAVING count(*) > 1")).toEqual([]) // prettier-ignore
  // Events are in the order in which they happened.
  expect(await database.read('SELECT a.id FROM holdEvents a JOIN holdEvents b ON b.holdId = a.holdId AND b.id > a.id AND b.at < a.at')).toEqual([]) // prettier-ignore
  expect(await livedUntil(database)).toBe((await view()).clock.now)
  const [loans] = await database.read<{ count: number; late: number }>('SELECT count(*) AS count, sum(due < $today) AS late FROM loans', { today: '2026-12-20' }) // prettier-ignore
  expect([loans!.count > 50, loans!.late > 0]).toEqual([true, true])
})

it('nobody acts in the name of readers who are played, or of a library’s own; stand-ins act by themselves', async () => {
  const { database } = catalogue
  const loansOf = (standIn: number) => database.read<{ barcode: string }>('SELECT barcode FROM loans JOIN readers ON readers.id = readerId WHERE standIn = $standIn ORDER BY due, barcode', { standIn }) // prettier-ignore
  const before = await loansOf(0)
  expect(before.length).toBeGreaterThan(1)
  const holdsAsked = () => database.read('SELECT holds.id FROM holds JOIN readers ON readers.id = readerId')
  const asked = await holdsAsked()
  await move({
    to: inDays((await view()).clock.now, 21),
  })
  expect(await loansOf(0)).toEqual(before)
  expect((await holdsAsked()).length).toBe(asked.length)
  // Of what is kept for them nothing is collected.
  expect(await database.read("SELECT id FROM holds WHERE readerId IS NOT NULL AND state = 'collected'")).toEqual([])
  // One of them is marked as a stand-in.
  await database.write((write) => write.run("UPDATE readers SET standIn = 1 WHERE card = '00042556'"))
  const theirs = new Set((await loansOf(1)).map(({ barcode }) => barcode))
  const stillTheirs = async () => (await loansOf(1)).filter(({ barcode }) => theirs.has(barcode)).length
  let still = await stillTheirs()
  for (let tries = 0; tries < 6 && still === theirs.size; tries += 1) {
    await move({ to: inDays((await view()).clock.now, 14) })
    still = await stillTheirs()
  }
  expect([theirs.size > 1, still < theirs.size]).toEqual([true, true])
  expect((await holdsAsked()).length).toBeGreaterThan(asked.length)
})
