import { describe, expect, it } from 'vitest'
import {
  documentOf,
  UNNARROWED,
  facetTree,
  browseHeadings,
  headingsBeginning,
  IndexBuilder,
  offersFor,
  search,
  type SearchQuestion,
} from '../index.ts'
import { hintIn, NO_SCOPE, parseQuery } from '../../query/index.ts'
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
const ALL = NO_SCOPE

describe('headings', () => {
  it('stand in alphabetical order, namesakes apart, with their works in the places at hand', () => {
    expect(browseHeadings(index, 'person', 'lund', 3, ALL).headings).toEqual([
      { label: 'Lund, Marta, 1931-', count: 1 },
      { label: 'Lund, Marta, 1984-', count: 1 },
      { label: 'Orrick, Tamsin', count: 2 },
    ])
    expect(browseHeadings(index, 'person', 2, 1, { ...NO_SCOPE, in: ['uni'] }).headings).toEqual([{ label: 'Orrick, Tamsin', count: 1 }])
  })
  it('come up while typing, in either order of a name and without the article', () => {
    expect(headingsBeginning(index, 'person', 'tams', 5, ALL).map(({ label }) => label)).toEqual(['Orrick, Tamsin'])
    expect(headingsBeginning(index, 'person', 'orrick, t', 5, ALL)).toHaveLength(1)
    expect(headingsBeginning(index, 'title', 'an inq', 5, ALL).map(({ label }) => label)).toEqual(['An inquest in winter'])
    expect(headingsBeginning(index, 'subject', 'zz', 5, ALL)).toEqual([])
  })
})

describe('offers', () => {
  const narrowing = { ...UNNARROWED, scope: NO_SCOPE, sends: null }
  const offers = (text: string) => {
    const question: SearchQuestion = { query: parseQuery(text).node, field: 'anywhere', narrowing, sort: 'relevance', from: 0, size: 0 }
    return offersFor({
      segments: index,
      text,
      question,
      count: search(index, question).count,
      places: [{ name: 'Quay', code: 'quay' }],
      thisYear: 2026,
    }).map(({ kind, q, count }) => [kind, q, count])
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
  ])('%s: %j', (text, expected) => {
    expect(offers(text)).toContainEqual(expected)
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
    expect(offers.filter(({ kind }) => kind === 'spelling')).toEqual([])
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
