/** The library that docs/example-library.md says in files: each fact is shown where a reader sees it, or kept for the room that will use it. */
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { ExplainedCallNumber } from '@catalex/contract/callnumber'
import type { Card } from '@catalex/contract/card'
import type { Displays } from '@catalex/contract/displays'
import type { ListHeads, SharedList } from '@catalex/contract/lists'
import type { CoursesFile, DisplaysFile } from '@catalex/contract/files'
import type { Courses, CourseView } from '@catalex/contract/courses'
import type { HoldOptions } from '@catalex/contract/holds'
import type { Places } from '@catalex/contract/libraries'
import type { BranchPlan } from '@catalex/contract/plans'
import type { SearchAnswer } from '@catalex/contract/search'
import type { TitlePage } from '@catalex/contract/title'
import type { BrowseAnswer } from '@catalex/contract/search'
import type { Problem } from '@catalex/contract/problem'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { load } from '../src/cli/commands/load.ts'
import { momentOf } from '../src/circulation/index.ts'
import { prepare, recordsIn } from '../src/catalogue/index.ts'
import { Libraries } from '../src/libraries/index.ts'
import { faultsIn, readWorld } from '../src/world/index.ts'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

const PAGE = readFileSync(join(import.meta.dirname, '../../docs/example-library.md'), 'utf8')

/** Writes the files of the page: each under its heading, without comments. */
function writeExample(world: string): void {
  rmSync(world, { recursive: true, force: true })
  mkdirSync(world, { recursive: true })
  for (const [, name = '', text = ''] of PAGE.matchAll(/^## (\S+)\n[^]*?```\w+\n([^]*?)```$/gm))
    writeFileSync(join(world, name), name.endsWith('.json') ? text.replace(/^\s*\/\/.*$/gm, '') : text)
}

let catalogue: Catalogue
let asa: Visitor
let mirjam: Visitor
const nobody = () => new Visitor(catalogue.address)
const title = async (who: Visitor, number: string, at = 'KTB-MAIN') =>
  (await who.get<TitlePage>(`/api/titles/${number}?at=${encodeURIComponent(at)}`)).body
beforeAll(async () => {
  catalogue = await startCatalogue(1, writeExample)
  asa = nobody()
  mirjam = nobody()
  await asa.signIn('kf 4210-b', 'hemlighet1')
  await mirjam.signIn('2025-0017', 'studiesal')
})
afterAll(() => catalogue.close())

it('has no fault, and says every file that there can be', () => {
  const { faults, documents, readers } = readWorld(catalogue.world)
  expect([faults, faultsIn(readWorld(catalogue.world))]).toEqual([[], []])
  expect(Object.keys(documents).sort()).toEqual(['courier', 'courses', 'displays', 'lists', 'plans', 'returns'])
  expect(readers.rows).toHaveLength(3)
})

describe('cards', () => {
  it.each([
    ['KF-004210', 'hemlighet1', 200],
    ['kf4210', 'hemlighet1', 200],
    ['KF 0042 10 c', 'hemlighet1', 200],
    ['KF-000099', 'barnkammare', 200],
    ['2025 0017', 'studiesal', 200],
    ['00042117', '4711', 401],
    ['KF-004210', 'hemlighet2', 401],
  ])('%s', async (card, password, status) => {
    expect((await nobody().signIn(card, password)).status).toBe(status)
  })
  it('are told to whoever signs in, as is what goes with them', async () => {
    const { body } = await nobody().get<Places>('/api/places')
    expect(body.cards).toMatchObject({ shapes: ['AA-999999', '9999/9999'], secret: 'password' })
    expect([body.languages, body.currency, body.prefixes?.length]).toEqual([['sv', 'en'], 'SEK', 2])
  })
  it('say how readers are told, no more of an address than its owner needs, and who answers for a child', async () => {
    const ludde = nobody()
    await ludde.signIn('KF99', 'barnkammare')
    const [own, child] = await Promise.all([asa.get<Card>('/api/card'), ludde.get<Card>('/api/card')])
    expect([own.body.told, own.body.guardian]).toEqual([{ channel: 'mail', to: 'a•••@kallmyr.example' }, null])
    expect([child.body.told, child.body.guardian]).toEqual([{ channel: 'text', to: '••••4210' }, 'Åsa Ekvall'])
  })
})

describe('pickup points', () => {
  it('of one branch, without shelves, and for some readers alone', async () => {
    const { body } = await asa.get<HoldOptions>('/api/hold-options?records=KF1')
    expect(body.pickups.map(({ pickup }) => pickup)).toEqual(['KTB-MAIN', 'KTB-WALL', 'KTB-SHED', 'KFH 1'])
    const ludde = nobody()
    await ludde.signIn('KF99', 'barnkammare')
    const child = await ludde.get<HoldOptions>('/api/hold-options?records=KF1')
    expect(child.body.pickups.map(({ pickup }) => pickup)).not.toContain('KTB-WALL')
  })
  it('a copy of the branch is kept at its lockers; a shed has no shelves to search', async () => {
    const at = async (wish: string) =>
      (await mirjam.get<HoldOptions>(`/api/hold-options?records=${wish}`)).body.pickups.find(({ pickup }) => pickup === 'KTB-WALL')
    expect(await at('KF5&barcode=T-500-B')).toMatchObject({ from: 'KTB-MAIN', refusal: null, brings: [] })
    // The songbook of the set is kept for somebody: whoever wants the whole waits for it.
    expect(await at('KF5')).toMatchObject({ from: null, queue: { copies: 1 }, refusal: null, brings: ['disc', 'songbook'] })
    const { body: found } = await nobody().get<SearchAnswer>('/api/search?q=')
    expect(found.facets.place['KTB-SHED']).toBeUndefined()
  })
})

describe('rules', () => {
  it('cost by member: the college’s things cost those of the town, and not its own readers', async () => {
    const costs = async (who: Visitor, number: string) =>
      (await who.get<HoldOptions>(`/api/hold-options?records=${number}`)).body.pickups.map(({ cost, refusal }) => refusal?.code ?? cost)
    expect(await costs(asa, 'KF5')).toEqual([0, 0, 0, 0])
    expect((await title(asa, 'KF3')).copies[0]?.hold).toMatchObject({
      allowed: false,
      refusal: { code: 'rule', reason: 'The college lends this to its own readers alone.' },
    })
    expect((await title(mirjam, 'KF3')).copies[0]?.hold).toEqual({ allowed: true, cost: 0 })
  })
  it('loans by the hour, and when one is late', async () => {
    const [copy] = (await title(mirjam, 'KF4')).copies
    expect(copy).toMatchObject({ use: 'short loan', loan: { count: 4, unit: 'hours' }, due: '2026-11-25T14:00', status: 'on loan' })
    const { body } = await mirjam.get<Card>('/api/card')
    expect(body.loans).toMatchObject([{ due: '2026-11-25T14:00', overdue: false }])
    expect((await asa.get<Card>('/api/card')).body.loans).toMatchObject([{ due: '2026-12-09', renewals: 2 }])
  })
})

describe('records', () => {
  it('stand where codes of any case say, with statuses in the library’s own words', async () => {
    const { copies } = await title(asa, 'KF1')
    expect(copies.map(({ place, status }) => [place.branch, place.collection, status])).toEqual([
      ['KTB-MAIN', 'Fiction', 'on loan'],
      ['KFH 1', 'Shelves', 'missing'],
    ])
    expect((await title(asa, 'KF2')).copies[0]).toMatchObject({ status: 'other', statusText: 'utlånad till fyren', inNow: false })
  })
  it('have call numbers that are explained from the record, prefix and all', async () => {
    const { body } = await nobody().get<ExplainedCallNumber>('/api/copies/C300003/call-number')
    expect(body).toEqual({
      text: 'REF Nd',
      scheme: 'other',
      parts: [
        { kind: 'prefix', text: 'REF', heading: null },
        { kind: 'text', text: 'Nd', heading: null },
      ],
    })
  })
  it('the pieces of a set that is kept apart are named beside each other', async () => {
    const { copies } = await title(asa, 'KF5')
    expect(copies.map(({ enumeration, pieces }) => [enumeration, pieces])).toEqual([
      ['disc', [{ what: 'songbook', branch: 'KTB-MAIN', collection: 'Non-fiction', floor: 'street level' }]],
      ['songbook', [{ what: 'disc', branch: 'KTB-MAIN', collection: 'Discs', floor: 'cellar, one flight down' }]],
    ])
  })
  it('titles stand in the order of the library’s language: å and ö behind z', async () => {
    const { body } = await nobody().get<BrowseAnswer>('/api/headings?kind=title&from=s')
    expect(body.headings.map(({ label }) => label)).toEqual(['Stjärnor över farleden', 'Visor från fjorden', 'Zebran på kajen', 'Ångbåten i viken', 'Ö i natten']) // prettier-ignore
    const sorted = await nobody().get<SearchAnswer>('/api/search?q=&sort=title')
    expect(sorted.body.rows.map((row) => row.controlNumber)).toEqual(['KF4', 'KF5', 'KF2', 'KF1', 'KF3'])
    // Found as it is typed elsewhere, all the same.
    expect((await nobody().get<SearchAnswer>('/api/search?q=angbaten')).body.count).toBe(1)
  })
})

describe('holds', () => {
  it('of every state: paused ones say until when and are passed over, ended ones are nobody’s wish any more', async () => {
    const { body } = await asa.get<Card>('/api/card')
    expect(body.holds.map(({ controlNumber, state, pickup, pausedUntil }) => [controlNumber, state, pickup, pausedUntil])).toEqual([
      ['KF2', 'paused', 'KTB-SHED', '2026-12-20'],
      ['KF3', 'cancelled', 'KTB-MAIN', null],
    ])
    // Asked for later, but nobody waits before it.
    expect((await mirjam.get<Card>('/api/card')).body.holds).toMatchObject([{ state: 'waiting', queue: { place: 1 } }])
  })
  it('on one copy, with the day until which it is kept', async () => {
    const ludde = nobody()
    await ludde.signIn('KF99', 'barnkammare')
    expect((await ludde.get<Card>('/api/card')).body.holds).toMatchObject([{ state: 'ready', enumeration: 'songbook', collectBy: '2026-12-02' }]) // prettier-ignore
  })
  it('a paused hold goes on when its day has come, at the place that it kept', async () => {
    const at = (day: string) =>
      momentOf(
        catalogue.machine
          .now()
          .set({ month: 12, day: Number(day) })
          .setZone('Europe/Stockholm'),
      )
    await catalogue.commands.followDays(at('19'))
    const states = async () => (await asa.get<Card>('/api/card')).body.holds.map(({ state }) => state)
    expect((await states())[0]).toBe('paused')
    await catalogue.commands.followDays(at('20'))
    expect((await states())[0]).toBe('waiting')
    expect((await mirjam.get<Card>('/api/card')).body.holds).toMatchObject([{ queue: { place: 2 } }])
  })
  it('at a point that does not take the thing, the rule says why', async () => {
    const answer = await asa.ask<Problem>('POST', '/api/holds', { records: ['KF4'], barcode: null, pickup: 'KTB-SHED' })
    expect(answer.body.refusal).toEqual({ code: 'rule', reason: 'It is lent at its desk, by the hour.', remedy: 'Ask the porter.' })
  })
})

describe('courses', () => {
  it('are found by whoever teaches them; each text with its copy, or as the instructor named it', async () => {
    const { body } = await nobody().get<Courses>('/api/courses?find=oxdal+nav')
    expect(body).toMatchObject({ entered: 1, count: 1, courses: [{ id: 'NAV1.evening', texts: 2, running: true }] })
    const course = (await nobody().get<CourseView>('/api/courses/NAV1.evening')).body
    expect(course.texts).toMatchObject([
      { controlNumber: 'KF4', title: 'Stjärnor över farleden', note: 'Chapters 2 and 3, by week 40' },
      { controlNumber: null, title: 'Ekvall, Åsa: Tide tables of the Outer Skerry, 1931', copies: [] },
    ])
    const [copy] = course.texts[0]?.copies ?? []
    expect(copy).toMatchObject({ barcode: 'C300001', use: 'short loan', loan: { count: 4, unit: 'hours' }, status: 'on loan' })
    expect((await title(asa, 'KF4')).courses).toEqual([{ id: 'NAV1.evening', name: 'Navigation by the stars' }])
    expect((await nobody().get<Courses>('/api/courses?find=botany')).body).toMatchObject({ entered: 1, count: 0 })
    expect((await nobody().get<Problem>('/api/courses/none')).body.type).toBe('urn:catalex:problem:no-such-course')
  })
})

it('a list is its reader’s from the first day on, and what they make of it stays', async () => {
  const lists = (await asa.get<ListHeads>('/api/lists')).body
  expect(lists).toMatchObject([{ name: 'For the boat', about: 'What we read at sea', count: 2 }])
  expect((await nobody().get<SharedList>(`/api/shared/${lists[0]!.link ?? ''}`)).body.entries[0]).toMatchObject({
    controlNumber: 'KF1',
    note: 'again',
  })
  expect((await mirjam.get<ListHeads>('/api/lists')).body).toEqual([])
  await asa.ask('POST', `/api/lists/${lists[0]!.id}`, { remove: [{ controlNumber: 'KF1', barcode: null }] })
  await load([], { world: catalogue.world, data: catalogue.data })
  expect((await asa.get<ListHeads>('/api/lists')).body).toMatchObject([{ name: 'For the boat', count: 1 }])
})

it('displays stand as long as they are to: the titles named, or what a search finds, and a search may be narrowed to them', async () => {
  const displays = (await nobody().get<Displays>('/api/displays')).body
  expect(
    displays.map(({ code, kind, name, until, spines }) => [code, kind, name, until, spines.map(({ controlNumber }) => controlNumber)]),
  ).toEqual([
    ['winter', 'theme', 'Long evenings', '2027-02-28', ['KF2', 'KF1']],
    ['prize', 'prize', 'The Skerry Prize', null, ['KF3']],
    ['sea', 'theme', 'All about the sea', null, expect.arrayContaining(['KF1'])],
  ])
  const found = async (query: string) => (await nobody().get<SearchAnswer>(`/api/search?${query}`)).body
  expect((await found('display=winter')).display).toBe('Long evenings')
  for (const { code, count } of displays) expect((await found(`display=${code}`)).count).toBe(count)
  expect((await found('display=winter&q=%C3%A5ngb%C3%A5ten')).rows.map(({ controlNumber }) => controlNumber)).toEqual(['KF1'])
  expect((await found('display=over&q=')).count).toBe(0)
  expect((await nobody().get<Displays>('/api/displays?in=KFH')).body.find(({ code }) => code === 'winter')?.count).toBe(1)
})

it('courses, displays and courier lines are kept for the rooms that use them', async () => {
  const rows = await catalogue.database.read<{ name: string; value: string }>(
    "SELECT name, value FROM settings WHERE name IN ('courses', 'displays', 'courier')",
  )
  const kept = Object.fromEntries(rows.map(({ name, value }) => [name, JSON.parse(value) as unknown]))
  expect((kept.courses as CoursesFile)[0]?.texts[0]).toEqual({
    controlNumber: 'KF4',
    barcode: 'C300001',
    note: 'Chapters 2 and 3, by week 40',
  })
  expect((kept.displays as DisplaysFile).map(({ code }) => code)).toEqual(['winter', 'prize', 'sea'])
  expect(kept.courier).toMatchObject({ sorting: ['KTB-MAIN'], lines: [{ code: 'BOAT' }, { code: 'BAG' }] })
  const acquired = await catalogue.database.read("SELECT acquired FROM copies WHERE barcode = 'C300010'")
  expect(acquired).toEqual([{ acquired: '2021-11-03' }])
})

describe('plans', () => {
  it('say the bay of each copy that readers find themselves, and are given whole', async () => {
    const bays = async (number: string) => (await title(asa, number)).copies.map(({ barcode, place }) => [barcode, place.bay])
    expect(await bays('KF1')).toContainEqual(['T-100-A', 'F1'])
    // In the cellar staff fetch it; of the college there is no plan.
    expect(await bays('KF2')).toEqual([['T-200-A', null]])
    expect(await bays('KF1')).toContainEqual(['C300010', null])
    expect(await bays('KF5')).toContainEqual(['T-500-B', 'E'])
    expect((await nobody().get<Places>('/api/places')).body.plans).toEqual(['KTB-MAIN'])
    const plan = (await nobody().get<BranchPlan>('/api/branches/KTB-MAIN/plan')).body
    expect(plan.floors.map(({ floor, bays }) => [floor, bays.map(({ id }) => id)])).toEqual([
      ['1', ['F1', 'F2', 'N']],
      ['0', ['D', 'E']],
    ])
    expect((await nobody().get<Problem>('/api/branches/KFH%201/plan')).body.type).toBe('urn:catalex:problem:no-such-plan')
  })
  it('a copy that stands between bays is told when records are read', async () => {
    const { library, policies, documents } = readWorld(catalogue.world)
    const plans = structuredClone(documents.plans ?? [])
    const [first] = plans[0]?.floors[0]?.bays ?? []
    if (!library || !policies || !first) throw new Error('The example has no plan.')
    first.ranges = [{ scheme: 'other', from: 'Hc F', to: 'Hc K' }]
    const told: unknown[] = []
    for await (const one of recordsIn(join(catalogue.world, 'records.xml')))
      if ('record' in one)
        told.push(...prepare(one.number, one.record, new Libraries({ library, policies, documents: { plans } })).warnings)
    expect(told).toContainEqual({ code: 'no-bay', field: '852', facts: { place: 'KTB-MAIN/FIC', callNumber: 'Hc Ekv' } })
    expect(told.filter((warning) => (warning as { code: string }).code === 'no-bay')).toHaveLength(1)
  })
})

describe('files that need not be there are checked like the others', () => {
  /** The places of all faults with one file changed: a piece of its text for another. */
  const faultsWith = (file: string, from: string, to: string): string[] => {
    const world = mkdtempSync(join(tmpdir(), 'catalex-example-'))
    try {
      writeExample(world)
      const text = readFileSync(join(world, file), 'utf8')
      expect(text).toContain(from)
      writeFileSync(join(world, file), text.replace(from, to))
      return faultsIn(readWorld(world)).map(({ file: name, place }) => `${name} ${place}`)
    } finally {
      rmSync(world, { recursive: true, force: true })
    }
  }
  it.each([
    ['returns.json', '"days": [[-7, 40], [-1, 66], [0, 71], [4, 12], [30, 2]]', '"days": [[-7, 0]]', 'late.1.days'],
    ['returns.json', '[[0, 21], [1, 34], [3, 8]]', '[[-1, 21]]', 'collected'],
    ['courier.json', '"sorting": ["KTB-MAIN"]', '"sorting": ["MOON"]', 'sorting.0'],
    ['courier.json', '"sorting": ["KTB-MAIN"]', '"sorting": []', 'sorting'],
    ['courier.json', '"cutOff": 20', '"cutOff": 1e15', 'lines.0.cutOff'],
    ['courier.json', '"name": "College bag"', `"name": "${'x'.repeat(10_000_000)}"`, 'lines.1.name'],
    [
      'courier.json',
      '{ "branch": "KTB-MAIN", "arrive": "15:50", "depart": "16:10" }',
      '{ "branch": "KFH 1", "arrive": "15:50", "depart": "16:10" }',
      'lines.1.stops.1.branch',
    ],
    ['courier.json', '"KFH 1": { "2"', '"KFH 2": { "2"', 'picks.KFH 2'],
    ['courier.json', '["10:30", "15:00"]', '["15:00", "10:30"]', 'picks.KTB-MAIN.1'],
    ['courier.json', '"KFH 1": { "2": ["09:00"] }', '"KFH 1": { "8": ["09:00"] }', 'picks.KFH 1.8'],
    ['courier.json', '"KTB-MAIN/CELLAR"', '"KTB-MAIN/FIC"', 'stackRuns.KTB-MAIN/FIC'],
    ['courier.json', '"first": "2026-11-02"', '"first": "2026-11-03"', 'lines.0.weeks.first'],
    ['courier.json', '"also": ["2026-12-23"]', '"also": ["2026-12-25"]', 'lines.0.also'],
    ['courier.json', '"from": "2026-04-01"', '"from": "2028-04-01"', 'lines.0'],
    ['courier.json', '"code": "BAG"', '"code": "BOAT"', 'lines.1.code'],
    ['courier.json', '"arrive": "14:30", "depart": null', '"arrive": "12:30", "depart": null', 'lines.0.stops.1'],
    ['courier.json', '"arrive": "14:30", "depart": null', '"arrive": "14:30", "depart": "15:00"', 'lines.0.stops.1.depart'],
    ['courier.json', '"arrive": null, "depart": "13:00"', '"arrive": "12:00", "depart": "13:00"', 'lines.0.stops.0.arrive'],
    ['courier.json', '"depart": "13:00"', '"depart": "25:00"', 'lines.0.stops.0.depart'],
    ['courses.json', '"branch": "KFH 1"', '"branch": "MOON"', '0.branch'],
    ['courses.json', '{ "citation": "Ekvall, Åsa: Tide tables of the Outer Skerry, 1931" }', '{ "note": "?" }', '0.texts.1'],
    ['courses.json', '"to": "2027-01-15"', '"to": "2026-01-15"', '0'],
    ['displays.json', '"code": "prize"', '"code": "winter"', '1.code'],
    ['displays.json', '"controlNumbers": ["KF3"]', '"about": "nothing"', '1'],
    ['displays.json', '"branch": "KTB-MAIN"', '"branch": "MOON"', '0.branch'],
    ['lists.json', '"card": "KF-004210"', '"card": "KF-004211"', '0.card'],
    ['lists.json', '"shared": true', '"shared": "yes"', '0.shared'],
    ['plans.json', '"branch": "KTB-MAIN"', '"branch": "MOON"', '0.branch'],
    ['plans.json', '"floor": "0"', '"floor": "9"', '0.floors.1.floor'],
    ['plans.json', '"collection": "NONFIC"', '"collection": "MOON"', '0.floors.0.bays.2.collection'],
    ['plans.json', '"collection": "NONFIC"', '"collection": "CELLAR"', '0.floors.0.bays.2.collection'],
    // No bay is left for non-fiction.
    ['plans.json', '"collection": "NONFIC"', '"collection": "FIC"', '0.floors'],
    ['plans.json', '"to": "Hc K"', '"to": "Hc M"', '0.floors.0.bays.1'],
    ['plans.json', '["front", "stair-head"]', '["front", "back"]', '0.floors.1.bays.0.node'],
    ['plans.json', '"width": 2, "depth": 0.6', '"width": 0, "depth": 0.6', '0.floors.1.bays.0.width'],
    ['readers.csv', 'KF-99,barnkammare', 'KF-99,short', 'line 3, pin'],
  ])('%s: %s as %s', (file, from, to, place) => {
    expect(faultsWith(file, from, to)).toContain(`${file} ${place}`)
  })
  it('a time of a later day stands behind those of the first', () => {
    expect(faultsWith('courier.json', '"arrive": "14:30", "depart": null', '"arrive": "+1 00:20", "depart": null')).toEqual([])
  })
})
