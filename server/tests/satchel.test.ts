/** What is gathered: a satchel per reader, rows of its titles, and the walk that fetches them. */
import type { Problem } from '@catalex/contract/problem'
import type { ChangedSatchel, Satchel } from '@catalex/contract/satchel'
import type { ResultRow } from '@catalex/contract/search'
import type { ShelfWalk } from '@catalex/contract/shelfwalk'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let ines: Visitor
let tobias: Visitor
const guest = () => new Visitor(catalogue.address)
beforeAll(async () => {
  catalogue = await startCatalogue(300)
  ines = new Visitor(catalogue.address)
  tobias = new Visitor(catalogue.address)
  await ines.signIn('42117', '4711')
  await tobias.signIn('42225', '4722')
})
afterAll(() => catalogue.close())

const entry = (controlNumber: string, minute: number, barcode: string | null = null) => ({ controlNumber, barcode, added: `2026-11-25T10:${String(minute).padStart(2, '0')}:00.000Z` }) // prettier-ignore
const numbers = ({ entries }: Satchel) => entries.map(({ controlNumber }) => controlNumber)
const change = (who: Visitor, add: object[], remove: object[] = []) => who.ask<ChangedSatchel>('POST', '/api/satchel', { add, remove })
/** Control numbers of records with a copy on an open shelf there, by a condition of their own. */
const recordsAt = async (condition: string, most: number): Promise<string[]> => {
  const rows = await catalogue.database.read<{ controlNumber: string }>(
    `SELECT DISTINCT controlNumber FROM records JOIN copies ON recordId = records.id LEFT JOIN loans ON loans.barcode = copies.barcode
     WHERE copies.status = 'on shelf' AND due IS NULL AND copies.barcode NOT IN (SELECT barcode FROM holds WHERE barcode IS NOT NULL)
     AND carrier = 'book' AND ${condition} ORDER BY records.id LIMIT ${String(most)}`,
  )
  return rows.map(({ controlNumber }) => controlNumber)
}

describe('the satchel', () => {
  it('keeps what a reader gathers, for that reader alone, and is there in every window', async () => {
    expect(await change(ines, [entry('a', 1), entry('b', 2)])).toMatchObject({ status: 200, body: { left: [] } })
    const again = new Visitor(catalogue.address)
    await again.signIn('42117', '4711')
    expect(numbers((await again.get<Satchel>('/api/satchel')).body)).toEqual(['b', 'a'])
    await change(
      again,
      [entry('c', 3)],
      [entry('a', 1)].map(({ controlNumber, barcode }) => ({ controlNumber, barcode })),
    )
    expect(numbers((await ines.get<Satchel>('/api/satchel')).body)).toEqual(['c', 'b'])
    expect((await tobias.get<Satchel>('/api/satchel')).body).toEqual({ entries: [] })
  })
  it('of two changes at once loses neither', async () => {
    await Promise.all([change(tobias, [entry('x', 1)]), change(tobias, [entry('y', 2)]), change(tobias, [entry('z', 3)])])
    expect(numbers((await tobias.get<Satchel>('/api/satchel')).body)).toEqual(['z', 'y', 'x'])
  })
  it('says what does not fit, and takes nothing in that is no entry', async () => {
    const many = Array.from({ length: 200 }, (_, i) => entry(`n${String(i)}`, i % 60))
    const { body } = await change(tobias, many)
    expect([body.entries.length, body.left.length]).toEqual([200, 3])
    for (const wrong of [
      { add: [{ controlNumber: 'a' }], remove: [] },
      { add: [entry('', 1)], remove: [] },
      { add: [...many, entry('more', 1)], remove: [] },
      { add: [{ ...entry('a', 1), added: 'yesterday' }], remove: [] },
    ])
      // prettier-ignore
      expect((await ines.ask<Problem>('POST', '/api/satchel', wrong)).body.type).toBe('urn:catalex:problem:not-understood')
    expect((await guest().ask<Problem>('POST', '/api/satchel', { add: [], remove: [] })).status).toBe(401)
  })
})

it('rows stand in the order asked, each of its own edition; what is gone has none', async () => {
  const [first = '', second = ''] = await recordsAt("branch = 'northmole'", 2)
  const { body } = await guest().get<ResultRow[]>(`/api/rows?titles=${second}&titles=gone&titles=${first}&titles=${second}`)
  expect(body.map(({ controlNumber }) => controlNumber)).toEqual([second, first])
  expect(body[0]?.editions.map(({ controlNumber }) => controlNumber)).toContain(second)
  const far = (await guest().get<ResultRow[]>(`/api/rows?titles=${first}&at=cope&in=nowhere`)).body
  expect(far[0]?.nearest).toBeNull()
  expect((await guest().get<Problem>('/api/rows')).status).toBe(400)
  expect((await guest().get<Problem>(`/api/rows?${'titles=x&'.repeat(51)}`)).status).toBe(400)
})

describe('the walk', () => {
  it('begins at the own branch, goes on where most of the rest stands, and names each title once', async () => {
    const own = await recordsAt("branch = 'ferrygate' AND collection NOT IN ('store')", 4)
    const others = await recordsAt("branch = 'northmole' AND recordId NOT IN (SELECT recordId FROM copies WHERE branch = 'ferrygate')", 5)
    const { body } = await guest().get<ShelfWalk>(`/api/walk?at=ferrygate&${[...others, ...own].map((one) => `titles=${one}`).join('&')}`)
    expect(body.walks[0]?.branch).toBe('ferrygate')
    const stops = body.walks.flatMap(({ branch, stops: some }) => some.map((stop) => ({ ...stop, branch })))
    expect(stops.map(({ controlNumber }) => controlNumber).sort()).toEqual([...own, ...others].sort())
    for (const { branch, place, barcode } of stops) {
      expect(place.branch).toBe(branch)
      const [copy] = await catalogue.database.read<{ branch: string; callText: string }>(
        'SELECT branch, callText FROM copies WHERE barcode = $barcode',
        { barcode },
      )
      expect(copy).toEqual({ branch, callText: place.callNumber.text })
    }
    for (const { controlNumber, branch } of stops) if (own.includes(controlNumber)) expect(branch).toBe('ferrygate')
  })
  it('says of what can’t be walked to why, and where it is', async () => {
    const [stored = ''] = await recordsAt("branch = 'store' AND recordId NOT IN (SELECT recordId FROM copies WHERE branch <> 'store')", 1)
    const [out] = await catalogue.database.read<{ controlNumber: string; due: string }>(
      `SELECT controlNumber, min(due) AS due FROM records JOIN copies ON recordId = records.id LEFT JOIN loans ON loans.barcode = copies.barcode
       WHERE copies.status = 'on shelf' GROUP BY recordId HAVING count(*) = count(due) LIMIT 1`,
    )
    const { body } = await guest().get<ShelfWalk>(`/api/walk?at=ferrygate&titles=${stored}&titles=${out!.controlNumber}&titles=nothing`)
    expect(body.walks).toEqual([])
    expect(body.apart).toMatchObject([
      { controlNumber: stored, why: 'fetched', place: { branch: 'store' }, due: null },
      { controlNumber: out!.controlNumber, why: 'out', due: out!.due },
      { controlNumber: 'nothing', why: 'gone', title: null, place: null },
    ])
  })
  it('fetches the volumes that are named, and no other', async () => {
    const volumes = await catalogue.database.read<{ controlNumber: string; barcode: string; enumeration: string }>(
      "SELECT controlNumber, barcode, enumeration FROM records JOIN copies ON recordId = records.id WHERE carrier = 'journal-volume' AND copies.status = 'on shelf' AND enumeration IS NOT NULL ORDER BY recordId, copies.barcode LIMIT 2",
    )
    const [one, other] = volumes
    const { body } = await guest().get<ShelfWalk>(
      `/api/walk?titles=${one!.controlNumber}&volumes=${one!.barcode}&volumes=${other!.barcode}`,
    )
    const found = [...body.walks.flatMap(({ stops }) => stops.map(({ barcode }) => barcode))]
    expect(found.length + body.apart.length).toBe(2)
    for (const barcode of found) expect([one!.barcode, other!.barcode]).toContain(barcode)
  })
})
