/** Searching over HTTP, on a part of the demo's world; on the whole in the long run. */
import type { Problem } from '@catalex/contract/problem'
import type { SearchAnswer } from '@catalex/contract/search'
import { Chance } from '@catalex/demo/vocabulary'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

const TITLES = inject('runFactor') > 1 ? 12_000 : 4000
let catalogue: Catalogue
let visitor: Visitor
const search = async (parameters: Record<string, string | string[]>): Promise<SearchAnswer> => {
  const query = new URLSearchParams(
    Object.entries(parameters).flatMap(([name, value]) => [value].flat().map((one) => [name, one] as [string, string])),
  )
  const { status, body } = await visitor.get<SearchAnswer>(`/api/search?${query.toString()}`)
  expect(status).toBe(200)
  return body
}

beforeAll(async () => {
  catalogue = await startCatalogue(TITLES)
  visitor = new Visitor(catalogue.address)
})
afterAll(async () => {
  await catalogue.close()
})

describe('facets', () => {
  it('show what a press on them gives, for 200 random searches', async () => {
    const chance = new Chance('facets')
    const rows = await catalogue.database.read<{ title: string }>('SELECT title FROM records ORDER BY (id * 7919) % 12007 LIMIT 200')
    for (const { title } of rows) {
      const words = title.split(/[^\p{L}]+/u).filter((word) => word.length > 3)
      const asked = {
        q: chance.some(words, chance.whole(1, 2)).join(' '),
        ...(chance.maybe(0.3) ? { in: 'pslib' } : {}),
        ...(chance.maybe(0.3) ? { notFormat: 'film' } : {}),
      }
      const answer = await search(asked)
      const values = [
        ...Object.entries(answer.facets.place).map(([code, count]) => ['place', code, count] as const),
        ...Object.entries(answer.facets.format).map(([code, count]) => ['format', code, count] as const),
      ]
      const [facet, code, count] = values.length > 0 ? chance.pick(values) : (['place', 'cope', 0] as const)
      if (facet === 'format' && 'notFormat' in asked) continue
      expect([asked, code, (await search({ ...asked, [facet]: code })).count]).toEqual([asked, code, count])
      expect((await search({ ...asked, copies: 'inNow' })).count).toBe(answer.copies.inNow)
    }
  })
})

describe('what readers type', () => {
  it.each([
    ['the winter watch', 'The winter watch'],
    ['WINTER WATCH', 'The winter watch'],
    ['die uhr im watt', 'Die Uhr im Watt'],
    ['sledziowa droga', 'Śledziowa droga'],
    ['eau qui dort', 'L’eau qui dort'],
    ['lamp lens log', 'Lamp, lens and log'],
  ])('%s leads with %s', async (q, title) => {
    const { rows } = await search({ q })
    expect(rows[0]!.title).toBe(title)
  })

  it('finds a person in either order', async () => {
    const [natural, filed] = await Promise.all([
      search({ q: 'Tamsin Orrick', field: 'person' }),
      search({ q: 'Orrick, Tamsin', field: 'person' }),
    ])
    expect(natural.count).toBe(9)
    expect(filed.count).toBe(natural.count)
    expect((await search({ q: '"tamsin orrick"' })).count).toBe(9)
  })

  it('looks a number up exactly: ISBN with hyphens, barcode', async () => {
    const [{ value } = { value: '' }] = await catalogue.database.read<{ value: string }>(
      "SELECT value FROM identifiers WHERE kind = 'isbn' AND recordId = 1",
    )
    const byIsbn = await search({ q: `${value.slice(0, 3)}-${value.slice(3, 6)}-${value.slice(6)}` })
    expect(byIsbn).toMatchObject({ count: 1, readback: [{ kind: 'isbn' }] })
    const wrong = value.slice(0, -1) + String((Number(value.slice(-1)) + 1) % 10)
    expect(await search({ q: wrong })).toMatchObject({ count: 0, readback: [{ kind: 'isbn-misprint', text: wrong }] })
    expect(await search({ q: '978-0-306-40615-7' })).toMatchObject({ count: 0, readback: [{ kind: 'isbn' }] })
    const [{ barcode } = { barcode: '' }] = await catalogue.database.read<{ barcode: string }>(
      'SELECT barcode FROM copies WHERE recordId = 1 LIMIT 1',
    )
    expect((await search({ q: barcode, field: 'number' })).rows[0]!.controlNumber).toBe('ps00000001')
  })

  it('shows the detective series in large print at Ferrygate with its place on the shelf', async () => {
    const { rows } = await search({ q: 'harbourmaster inquests', format: 'large-print', place: 'ferrygate', sort: 'call-number' })
    expect(rows.map((row) => row.title)).toContain('The lamplighter’s alibi')
    const third = rows.find((row) => row.title === 'The lamplighter’s alibi')
    expect(third?.nearest).toMatchObject({
      place: { branch: 'ferrygate', collection: 'Large print', callNumber: { text: 'LP FIC ORR v.3' } },
      inNow: true,
    })
  })

  it('keeps a translated classic in five editions together and namesakes apart', async () => {
    const { rows } = await search({ q: 'house of tides', field: 'title' })
    expect(rows[0]!.editions).toHaveLength(5)
    expect((await search({ q: 'Marta Lund', field: 'person' })).count).toBe(2)
  })

  it('tells of wider places only when they have more', async () => {
    const narrow = await search({ q: 'five lights brass', in: 'ferrygate' })
    expect(narrow.count).toBe(0)
    expect(narrow.wider).toBeGreaterThan(0)
    expect((await search({ q: 'five lights brass' })).wider).toBeNull()
    const narrowed = await search({ q: 'winter', format: 'large-print' })
    expect(narrowed.unnarrowed).toBeGreaterThan(narrowed.count)
    expect(narrowed.wider).toBeNull()
  })

  it('refuses what it does not know, and says what', async () => {
    const { status, body } = await visitor.get<Problem>('/api/search?sort=loudest')
    expect([status, body.type]).toEqual([400, 'urn:catalex:problem:not-understood'])
    expect(body.violations).toMatchObject([{ at: 'sort', rule: 'enum' }])
  })
})

describe('the rest of the interface', () => {
  it('tells its health, describes itself, and answers every address', async () => {
    expect((await visitor.get('/api/health')).body).toMatchObject({ records: TITLES, index: 'ready' })
    const { body } = await visitor.get<{ paths: Record<string, unknown> }>('/api/openapi.json')
    expect(Object.keys(body.paths)).toContain('/api/titles/{controlNumber}')
    expect((await visitor.get('/api/nothing')).status).toBe(404)
    expect((await visitor.get('/api/titles/nothing')).status).toBe(404)
  })
})
