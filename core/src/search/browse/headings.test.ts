import { describe, expect, it } from 'vitest'
import {
  documentOf,
  UNNARROWED,
  facetTree,
  browseHeadings,
  IndexBuilder,
  offersFor,
  search,
  suggestionsFor,
  type NarrowingChoice,
  type SearchQuestion,
} from '../index.ts'
import { hintIn, NO_SCOPE, parseQuery, type FieldName, type HeadingKind } from '../../query/index.ts'
import { recordFromMarc, type MarcRecord } from '../../catalogue/index.ts'

const PLACES = facetTree([
  { code: 'pub', parent: null },
  { code: 'quay', parent: 'pub' },
  { code: 'quay/a', parent: 'quay' },
  { code: 'uni', parent: null },
  { code: 'cope', parent: 'uni' },
  { code: 'cope/a', parent: 'cope' },
])
const builder = new IndexBuilder(PLACES)
const add = (id: number, place: number, author: string, title: string, ...fields: MarcRecord['fields']) => {
  const marc: MarcRecord = {
    leader: '00000nam a2200000 i 4500',
    fields: [
      ['001', `t${String(id)}`],
      ['008', '200101s2019    xx            000 0 eng d'],
      ['100', '1 ', 'a', author],
      ['245', title.startsWith('An ') ? '13' : '10', 'a', title],
      ...fields,
    ],
  }
  builder.add(documentOf(id, recordFromMarc(marc), [{ place, uses: 1, usesIn: 1, callKey: 'A' }]))
}
add(1, 2, 'Orrick, Tamsin', 'Nine knots', ['650', ' 4', 'a', 'Harbors'])
add(2, 5, 'Orrick, Tamsin', 'An inquest in winter', ['650', ' 4', 'a', 'Harbors'])
add(3, 2, 'Lund, Marta, 1931-', 'Letters from a dry dock')
add(4, 2, 'Lund, Marta, 1984-', 'Knitting by the harbour light')
add(5, 2, 'Przybyłkowicz, Zdzisława', 'The herring road')
const index = [{ index: builder.finish(), superseded: null }]
const ALL = { ...UNNARROWED, scope: NO_SCOPE, sends: null }

const suggested = (field: FieldName, typed: string) =>
  suggestionsFor(index, { typed, field, most: 5 }, ALL).flatMap(({ headings }) => headings.map(({ label }) => label))

const browse = (kind: HeadingKind, start: string | number, most: number, choice: NarrowingChoice = ALL, empty = false) =>
  browseHeadings(index, kind, { start, most, empty }, choice)

describe('headings', () => {
  it('stand in alphabetical order, namesakes apart, with their works in the places at hand', () => {
    expect(browse('person', 'lund', 3).headings).toEqual([
      { label: 'Lund, Marta, 1931-', count: 1 },
      { label: 'Lund, Marta, 1984-', count: 1 },
      { label: 'Orrick, Tamsin', count: 2 },
    ])
    expect(browse('person', 2, 1, { ...ALL, scope: { ...NO_SCOPE, in: ['uni'] } }).headings).toEqual([
      { label: 'Orrick, Tamsin', count: 1 },
    ])
  })
  it('end where they are told, and say where to go on', () => {
    const all = browse('person', 0, 100, ALL, true)
    expect(all).toMatchObject({ position: 0, next: all.total, behind: null })
    const some = browseHeadings(index, 'person', { start: 0, until: 1, most: 100, empty: true }, ALL)
    expect([...some.headings, ...browse('person', some.next, 100, ALL, true).headings]).toEqual(all.headings)
    expect(some.behind).toBe(all.headings[1]?.label)
  })
  it('come up while typing, in either order of a name and without the article', () => {
    expect(suggested('person', 'tams')).toEqual(['Orrick, Tamsin'])
    expect(suggested('anywhere', 'orrick, t')).toEqual(['Orrick, Tamsin'])
    expect(suggested('title', 'an inq')).toEqual(['An inquest in winter'])
    expect(suggested('subject', 'zz')).toEqual([])
  })
  it('come up by the field that is asked, and forgive a slip in any word', () => {
    expect(suggested('title', 'orrick')).toEqual([])
    expect(suggested('publisher', 'orrick')).toEqual([])
    expect(suggested('person', 'tamsn')).toEqual(['Orrick, Tamsin'])
    expect(suggested('person', 'tamsin orik')).toEqual(['Orrick, Tamsin'])
    expect(suggested('anywhere', 'lettres from a dri')).toEqual(['Letters from a dry dock'])
    expect(suggestionsFor(index, { typed: 'orik', field: 'person', most: 5 }, ALL)[0]).toMatchObject({ readAs: 'orrick' })
  })
  it('count what the search finds to which they lead, with what is kept', () => {
    const kept = { ...ALL, only: { subject: ['Harbors'] } }
    expect(browse('title', 'l', 1, kept, true).headings).toEqual([{ label: 'Letters from a dry dock', count: 0 }])
    expect(browse('title', 'l', 1, kept)).toMatchObject({ headings: [{ label: 'Nine knots', count: 1 }], first: 'Letters from a dry dock' })
    expect(browse('title', 'n', 1, kept).headings).toEqual([{ label: 'Nine knots', count: 1 }])
    // Of its own facet a heading is all that is chosen.
    expect(browse('subject', 'h', 1, { ...ALL, only: { subject: ['Knots'] } }).headings[0]?.count).toBe(2)
  })
})

describe('headings that came with changes', () => {
  const NAMES = ['Alder, Ann', 'Birk, Bo', 'Coldstream, Cy', 'Dorn, Di', 'Elver, Ed', 'Fenn, Flo', 'Gale, Gus']
  const segmentsOf = (old: readonly number[]) => {
    const [first, second] = [new IndexBuilder(PLACES), new IndexBuilder(PLACES)]
    NAMES.forEach((name, i) => {
      const marc: MarcRecord = { leader: '00000nam a2200000 i 4500', fields: [['001', `h${String(i)}`], ['100', '1 ', 'a', name], ['245', '10', 'a', 'Tides']] } // prettier-ignore
      const into = old.includes(i) ? first : second
      into.add(documentOf(i + 1, recordFromMarc(marc), [{ place: 2, uses: 1, usesIn: 1, callKey: 'A' }]))
    })
    return [first, second].map((one) => ({ index: one.finish(), superseded: null }))
  }
  it('stand where they would if all had come at once, from wherever one begins', () => {
    const [main, later] = segmentsOf([0, 2, 4, 6])
    for (const start of [
      'a',
      'alder, ann',
      'b',
      'birk, bo',
      'birk, c',
      'cold',
      'coldstream, cy',
      'd',
      'dorn, di',
      'e',
      'f',
      'fenn, flo',
      'g',
      'gale, gus',
      'z',
    ]) {
      // prettier-ignore
      const position = NAMES.filter((name) => name.toLowerCase() < start).length
      const { headings, ...found } = browseHeadings([main!, later!], 'person', { start, most: 10, empty: true }, ALL)
      expect([start, found.position, found.total, headings.map(({ label }) => label)]).toEqual([start, position, NAMES.length, NAMES.slice(position)]) // prettier-ignore
    }
  })
})

describe('offers', () => {
  const narrowing = { ...UNNARROWED, scope: NO_SCOPE, sends: null }
  const offersOf = (text: string) => {
    const question: SearchQuestion = { query: parseQuery(text).node, field: 'anywhere', narrowing, sort: 'relevance', from: 0, size: 0 }
    return offersFor({
      segments: index,
      text,
      question,
      count: search(index, question).count,
      places: [{ name: 'Quay', code: 'quay' }],
      thisYear: 2026,
    })
  }
  const offers = (text: string) => {
    const { meant, others } = offersOf(text)
    return [...(meant ? [meant] : []), ...others].map(({ kind, q, count }) => [kind, q, count])
  }
  it.each<[string, [string, string, number]]>([
    ['tamsin orick', ['spelling', 'tamsin orrick', 2]],
    [
      'przybilkowicz',
      [
        'spelling',
        'przybyłkowicz'
          .normalize('NFKD')
          .replace(/[\u0300-\u036f]/g, '')
          .replace('ł', 'l'),
        1,
      ],
    ],
    ['knots letters', ['any', 'knots OR letters', 2]],
    ['knots or letters', ['operators', 'knots OR letters', 2]],
    ['harbour english', ['narrowing', 'harbour', 1]],
    ['tamsn orik', ['spelling', 'tamsin orrick', 2]],
    ['herringroad', ['spelling', 'herring road', 1]],
    ['her ring road', ['spelling', 'herring road', 1]],
    ['nin knots tamsn', ['spelling', 'nine knots tamsin', 1]],
    ['knots as a large print', ['any', 'knots', 1]],
  ])('%s: %j', (text, expected) => {
    expect(offers(text)).toContainEqual(expected)
  })
  it('any of the words only where so few titles have them that somebody may look through them', () => {
    const offered = (titles: number) => {
      const many = new IndexBuilder(PLACES)
      const record = (id: number, title: string) => {
        const marc: MarcRecord = {
          leader: '00000nam a2200000 i 4500',
          fields: [
            ['001', `m${String(id)}`],
            ['245', '10', 'a', title],
          ],
        }
        many.add(documentOf(id, recordFromMarc(marc), [{ place: 2, uses: 1, usesIn: 1, callKey: 'A' }]))
      }
      for (let id = 1; id < titles; id += 1) record(id, `Anchor ${String(id)}`)
      record(titles, 'Zebra')
      const segments = [{ index: many.finish(), superseded: null }] as const
      const question: SearchQuestion = {
        query: parseQuery('anchor zebra').node,
        field: 'anywhere',
        narrowing,
        sort: 'relevance',
        from: 0,
        size: 0,
      }
      return offersFor({ segments: [...segments], text: 'anchor zebra', question, count: 0, places: [], thisYear: 2026 }).others.map(
        ({ kind, count }) => [kind, count],
      )
    }
    expect(offered(5000)).toContainEqual(['any', 5000])
    expect(offered(5001).map(([kind]) => kind)).not.toContain('any')
  })
  it.each([
    ['tamsn', 'tamsin'],
    ['przybilkowicz', 'przybylkowicz'],
    ['her ring road', 'herring road'],
    // Any word there is may be meant.
    ['zzzz', null],
    // What finds something is meant as it is.
    ['lund', null],
    // Words of an edition that is not there: nothing is put in their place.
    ['knots braille', null],
  ])('%s: meant is %s', (text, expected) => {
    expect(offersOf(text).meant?.q ?? null).toBe(expected)
  })
  it('none finds nothing', () => {
    for (const text of ['the of', 'knots or zebra', 'nine the', 'nine knots', 'zz yy', 'tamsn zebra'])
      for (const [, , count] of offers(text)) expect(count).toBeGreaterThan(0)
  })
})

describe('spelling', () => {
  it('is not doubted where the words stand together in other places', () => {
    const narrowing = { ...UNNARROWED, scope: NO_SCOPE, sends: null }
    const question: SearchQuestion = {
      query: parseQuery('nine knots').node,
      field: 'anywhere',
      narrowing,
      sort: 'relevance',
      from: 0,
      size: 0,
    }
    const offers = offersFor({
      segments: index,
      text: 'nine knots',
      question,
      count: 0,
      places: [],
      thisYear: 2026,
    })
    expect(offers.others.filter(({ kind }) => kind === 'spelling')).toEqual([])
    expect(offers.meant).toBeNull()
  })
})

describe('hints', () => {
  it.each([
    ['Spanish films for adults', ['spa', 'film', 'adults'], '', null],
    ['herons in large print', ['large-print'], 'herons', null],
    ['lighthouses isle of corrow', ['corrow'], 'lighthouses', null],
    ['new novels', [], 'novels', 2024],
    ['tides since 1999', [], 'tides', 1999],
    ['"spanish films"', null, '', null],
    ['lighthouse', null, '', null],
  ])('%s', (text, values, rest, yearFrom) => {
    const hint = hintIn(text, [{ name: 'Isle of Corrow', code: 'corrow' }], 2026)
    expect(hint && [hint.values.map(({ value }) => value), hint.rest, hint.yearFrom]).toEqual(values && [values, rest, yearFrom])
  })
})
