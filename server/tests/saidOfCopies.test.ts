/** What another system, or a file, says of copies and holds: noted where it is new, and nothing twice. */
import { DateTime } from 'luxon'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { momentOf, type SaidCopy } from '../src/circulation/index.ts'
import { DAY, startCatalogue, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
beforeAll(async () => {
  catalogue = await startCatalogue(300)
})
afterAll(() => catalogue.close())

it('of a copy counts what differs from what is known: the day it is due, its status, its status in words', async () => {
  const { database, commands, libraries } = catalogue
  const [{ barcode } = { barcode: '' }] = await database.read<{ barcode: string }>(
    "SELECT barcode FROM copies WHERE status = 'on shelf' AND barcode NOT IN (SELECT barcode FROM loans) AND barcode NOT IN (SELECT barcode FROM holds WHERE barcode IS NOT NULL) LIMIT 1", // prettier-ignore
  )
  const at = momentOf(DateTime.fromISO(`${DAY}T11:20`, { zone: libraries.zone }))
  const said = (status: SaidCopy['status'], due = '', of = barcode) => commands.noteCopies([{ barcode: of, status, due }], at)
  const stands = async () => [
    await database.read('SELECT due FROM loans WHERE barcode = $barcode', { barcode }),
    await database.read('SELECT status, statusText FROM copies WHERE barcode = $barcode', { barcode }),
  ]
  expect([await said('on shelf'), await said('on loan', '2026-12-10'), await said('on loan', '2026-12-10')]).toEqual([0, 1, 0])
  expect(await stands()).toEqual([[{ due: '2026-12-10' }], [{ status: 'on shelf', statusText: null }]])
  expect([await said('on loan', '2026-12-17'), await said('on loan', '2026-12-17')]).toEqual([1, 0])
  expect((await stands())[0]).toEqual([{ due: '2026-12-17' }])
  expect([await said('on shelf'), await said('on shelf')]).toEqual([1, 0])
  expect((await stands())[0]).toEqual([])
  expect([await said('at the binder'), await said('at the binder'), await said('missing'), await said('missing')]).toEqual([1, 0, 1, 0])
  expect((await stands())[1]).toEqual([{ status: 'missing', statusText: null }])
  expect(await said('on loan', '2026-12-10', 'no such copy')).toBe(0)
})

it('of a hold in a file, what is being fetched or in transit is expected by the timetable; nobody here has promised it', async () => {
  const rows = await catalogue.database.read<{ state: string; expected: number; promised: number; count: number }>(
    "SELECT state, count(expected) AS expected, count(promised) AS promised, count(*) AS count FROM holds WHERE state IN ('waiting', 'being fetched', 'in transit', 'ready') GROUP BY state ORDER BY state",
  )
  expect(rows.map(({ state, expected, count }) => [state, expected === count ? 'all' : expected])).toEqual([
    ['being fetched', 'all'],
    ['in transit', 'all'],
    ['ready', 0],
    ['waiting', 0],
  ])
  expect(rows.map(({ promised }) => promised)).toEqual([0, 0, 0, 0])
})
