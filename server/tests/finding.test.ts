/** The rest of finding over HTTP: CQL, other readings, headings, long facets, things asked of copies, why a row matched. */
import type { Problem } from '@catalex/contract/problem'
import type { BrowseAnswer, FacetValues, SearchAnswer, SuggestAnswer } from '@catalex/contract/search'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let visitor: Visitor
const ask = async <T>(path: string, parameters: Record<string, string>) =>
  (await visitor.get<T>(`${path}?${new URLSearchParams(parameters).toString()}`)).body
const search = (parameters: Record<string, string>) => ask<SearchAnswer>('/api/search', parameters)
const titles = (answer: SearchAnswer) => answer.rows.map((row) => row.title)

beforeAll(async () => {
  catalogue = await startCatalogue(600)
  visitor = new Visitor(catalogue.address)
})
afterAll(async () => {
  await catalogue.close()
})

describe('expert queries', () => {
  it.each<[string, string[]]>([
    ['title == "the winter watch"', ['The winter watch']],
    ['name all "orrick" and title = "^nine"', ['Nine knots']],
    ['note any "laser"', ['The tide mill at Tarbeck']],
    ['language = spa and name = cantero', ['La casa de las mareas']],
    ['title = lights and format = map', ['Lights and beacons of Pellan Sound']],
    ['callnumber = "LP FIC ORR v.3"', ['The lamplighter’s alibi']],
  ])('%s', async (q, expected) => {
    const answer = await search({ q })
    expect(titles(answer)).toEqual(expected)
    expect(answer.readback).toMatchObject([{ kind: 'cql' }])
  })

  it('say where they go wrong', async () => {
    const { status, body } = await visitor.get<Problem>(`/api/search?q=${encodeURIComponent('title = tide and')}`)
    expect([status, body.type, body.cql]).toEqual([
      400,
      'urn:catalex:problem:query-not-understood',
      { code: 'ends-early', at: 16, what: '' },
    ])
  })

  it('have short forms: a title from its start, a whole title, a call number', async () => {
    const begun = titles(await search({ q: 'the winter', field: 'title-begins' }))
    expect(begun).toContain('The winter watch')
    for (const title of begun) expect(title).toMatch(/^(?:the )?winter/i)
    expect(titles(await search({ q: 'winterfi', field: 'title-begins' }))).toEqual(['Winterfirth and its signalmen'])
    expect(titles(await search({ q: 'winter watch', field: 'title-whole' }))).toEqual(['The winter watch'])
    expect((await search({ q: 'winter', field: 'title-whole' })).count).toBe(0)
    expect(await search({ q: 'lp fic orr v.3' })).toMatchObject({ count: 1, readback: [{ kind: 'callnumber' }] })
  })
})

describe('other readings', () => {
  it('come with the number that they find', async () => {
    for (const q of ['tamsin orick', 'winter watch', 'knots or lanterns', 'spanish novels']) {
      for (const offer of (await search({ q })).offers.filter(({ kind }) => kind !== 'narrowing'))
        expect([offer.q, (await search({ q: offer.q })).count]).toEqual([offer.q, offer.count])
    }
    const [hint] = (await search({ q: 'house spanish' })).offers.filter(({ kind }) => kind === 'narrowing')
    if (hint) expect((await search({ q: hint.q, language: 'spa' })).count).toBe(hint.count)
  })

  it('tell what each narrowing hides', async () => {
    const answer = await search({ q: 'harbourmaster', format: 'large-print', place: 'ferrygate', copies: 'inNow' })
    expect((await search({ q: 'harbourmaster', place: 'ferrygate', copies: 'inNow' })).count).toBe(answer.without.format)
    expect((await search({ q: 'harbourmaster', format: 'large-print', copies: 'inNow' })).count).toBe(answer.without.place)
    expect((await search({ q: 'harbourmaster', format: 'large-print', place: 'ferrygate' })).count).toBe(answer.without.copies)
    expect((await search({ q: 'harbourmaster' })).count).toBe(answer.unnarrowed)
  })
})

describe('what was meant', () => {
  it('is shown at once where the words find nothing and one reading clearly leads; as typed it stays as typed', async () => {
    const meant = await search({ q: 'tamsn orik' })
    expect(meant.meant).toMatchObject({ kind: 'spelling', q: 'tamsin orrick', count: meant.count })
    expect(meant.readback.map(({ text }) => text)).toEqual(['tamsin', 'orrick'])
    const right = await search({ q: 'tamsin orrick' })
    expect(titles(meant)).toEqual(titles(right))
    expect(meant.facets).toEqual(right.facets)
    const typed = await search({ q: 'tamsn orik', asTyped: 'true' })
    expect(typed).toMatchObject({ count: 0, meant: null })
    expect(typed.offers[0]).toMatchObject({ kind: 'spelling', q: 'tamsin orrick' })
  })
  it.each<[string, Partial<Record<'kind' | 'q', string>>, string]>([
    ['tamsin orrick volume 3', { kind: 'volume', q: 'tamsin orrick 3' }, 'The lamplighter’s alibi'],
    ['cantero spanisch', { kind: 'narrowing', q: 'cantero' }, 'La casa de las mareas'],
  ])('%s', async (q, expected, title) => {
    const answer = await search({ q })
    expect(answer.meant).toMatchObject(expected)
    expect(titles(answer)[0]).toBe(title)
  })
  it('no two spellings find the same titles', async () => {
    const { offers } = await search({ q: 'lighthose keepers', asTyped: 'true' })
    const spellings = offers.filter(({ kind }) => kind === 'spelling').map(({ q }) => q)
    expect(spellings).toContain('lighthouse keepers')
    const found = await Promise.all(
      spellings.map(async (q) =>
        titles(await search({ q, size: '100' }))
          .sort()
          .join(),
      ),
    )
    expect(new Set(found).size).toBe(found.length)
  })
  it('years, formats and extents find by themselves, and come last where they are names', async () => {
    const dvds = await search({ q: 'tide mill tarbeck laser disc' })
    expect([dvds.meant, titles(dvds)[0]]).toEqual([null, 'The tide mill at Tarbeck'])
    const all = await search({ q: 'quay' })
    const without = await search({ q: 'quay', field: 'no-publisher' })
    expect(all.weak).toBe(all.count - without.count)
    expect(all.weak).toBeGreaterThan(0)
  })
})

describe('the copy that a row names', () => {
  it('is what was asked of copies', async () => {
    for (const copies of ['takeHome', 'inNow', 'sendable', 'here']) {
      const { rows } = await search({ q: '', copies, at: 'cope', size: '100' })
      expect(rows.length).toBeGreaterThan(0)
      for (const { nearest } of rows) {
        expect(nearest).not.toBeNull()
        if (copies === 'takeHome') expect(['loan', 'fetched on request']).toContain(nearest?.use)
        if (copies === 'here') expect(nearest?.place.branch).toBe('cope')
        if (copies === 'inNow' || copies === 'sendable') expect(nearest?.inNow).toBe(true)
      }
    }
  })
})

describe('copies', () => {
  it('can be sent where the rules say so, and only there', async () => {
    const sendable = async (pickup: string) => (await search({ q: 'five lights', format: 'music', at: pickup })).copies.sendable
    expect([await sendable('musiclib'), await sendable('ferrygate')]).toEqual([1, 0])
  })
})

describe('headings', () => {
  it('stand in order, and lead to exactly the titles that they count', async () => {
    const { headings } = await ask<BrowseAnswer>('/api/headings', { kind: 'person', from: 'lund', size: '2' })
    expect(headings.map(({ label }) => label)).toEqual(['Lund, Marta, 1931-2004', 'Lund, Marta, 1984-'])
    for (const { label, count } of headings) expect((await search({ person: label })).count).toBe(count)
  })

  it('come up while one types', async () => {
    const groups = await ask<SuggestAnswer>('/api/suggestions', { q: 'tamsin or' })
    expect(groups).toEqual([{ kind: 'person', headings: [{ label: 'Orrick, Tamsin, 1961-', count: 9 }], readAs: null }])
  })

  it('count, with what is kept, what the search finds to which they lead', async () => {
    const kept = { language: 'eng', in: 'ferrygate', copies: 'inNow' }
    const { headings } = await ask<BrowseAnswer>('/api/headings', { kind: 'title', from: 'h', size: '12', ...kept })
    for (const { label, count } of headings) expect((await search({ q: label, field: 'title-whole', ...kept })).count, label).toBe(count)
    const calls = await ask<BrowseAnswer>('/api/headings', { kind: 'call-number', from: '5', size: '12', ...kept })
    for (const { label, count } of calls.headings)
      expect((await search({ q: label, field: 'call-number', ...kept })).count, label).toBe(count)
    for (const { kind, headings: found } of await ask<SuggestAnswer>('/api/suggestions', { q: 'ha', ...kept }))
      for (const { label, count } of found)
        expect((await search({ ...(kind === 'title' ? { q: label, field: 'title-whole' } : { [kind]: label }), ...kept })).count).toBe(
          count,
        )
  })

  it('are found in a long facet by their first letters', async () => {
    const values = await ask<FacetValues>('/api/search/values', { facet: 'person', find: 'orr' })
    expect(values).toEqual([{ value: 'Orrick, Tamsin, 1961-', count: 9 }])
    expect(Object.keys((await search({})).facets.person).length).toBeLessThanOrEqual(8)
  })
})

describe('a row', () => {
  it('says why it matched where that is not in sight', async () => {
    const { rows } = await search({ q: 'lighthouse noon' })
    expect(rows[0]!.why).toEqual({
      field: 'contents',
      pieces: [
        { text: 'The ', marked: false },
        { text: 'lighthouse', marked: true },
        { text: ' at ', marked: false },
        { text: 'noon', marked: true },
      ],
    })
    expect((await search({ q: 'nine knots' })).rows[0]!.why).toBeNull()
  })
})

describe('browsing', () => {
  const browse = (parameters: Record<string, string>) => ask<BrowseAnswer>('/api/headings', parameters)
  const labels = ({ headings }: BrowseAnswer) => headings.map(({ label, see }) => (see === null ? label : `${label} > ${see}`))

  it('shows other names where they stand in the alphabet, and headings beside', async () => {
    const vane = await browse({ kind: 'person', from: 'vane', size: '1' })
    expect(vane.headings[0]).toMatchObject({ label: 'Vane, Isolde', see: 'Orrick, Tamsin, 1961-' })
    expect(vane.headings[0]!.count).toBeGreaterThan(0)
    const harbors = await browse({ kind: 'subject', from: 'harbo', size: '4' })
    expect(labels(harbors)).toContain('Harbours > Harbors')
    expect(labels(harbors)[0]).toBe('Harbors')
    expect(harbors.headings[0]!.also).toContain('Navigation')
  })

  it('goes through all headings forwards and back without gap or repeat', async () => {
    for (const kind of ['person', 'title', 'subject', 'series', 'call-number']) {
      const whole = await browse({ kind, size: '100' })
      const pages: string[] = []
      for (let position = 0; position < 60; position += 20)
        pages.push(...labels(await browse({ kind, position: String(position), size: '20' })))
      expect(pages).toEqual(labels(await browse({ kind, position: '0', size: '60' })))
      expect(labels(whole).slice(0, 40)).toEqual(pages.slice(0, 40))
      const last = await browse({ kind, position: String(whole.total - 1), size: '20' })
      expect(last.headings.filter(({ see }) => see === null)).toHaveLength(1)
    }
  })

  it('has nothing behind the last heading, and begins at a prefix as it stands on the spine', async () => {
    expect((await browse({ kind: 'person', position: '999999' })).headings).toEqual([])
    expect(labels(await browse({ kind: 'call-number', from: 'lp fic orr', size: '1' }))[0]).toMatch(/^LP FIC ORR/)
  })

  it('begins on the shelf where a call number would stand, and finds what stands there', async () => {
    const shelf = await browse({ kind: 'call-number', from: '387', size: '3' })
    expect(shelf.headings[0]!.label).toMatch(/^387/)
    const answer = await search({ q: shelf.headings[0]!.label, field: 'number' })
    expect(answer.count).toBeGreaterThanOrEqual(shelf.headings[0]!.count)
    expect(shelf.headings[0]!.count).toBeGreaterThan(0)
  })
})

describe('another name of a person', () => {
  it('finds what the person wrote, and says so', async () => {
    const answer = await search({ q: 'isolde vane nine knots' })
    expect(titles(answer)).toEqual(['Nine knots'])
    expect(answer.rows[0]!.why).toMatchObject({
      field: 'person',
      pieces: [{ text: 'Vane', marked: true }, { text: ', ' }, { text: 'Isolde', marked: true }],
    })
  })
})
