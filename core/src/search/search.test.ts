/** The engine against brute force: the same matches and the same counts on random catalogues and questions. */
import fc from 'fast-check'
import { describe, expect, inject, it } from 'vitest'
import { carriersOf, FAMILY_CODES, familyOf, type Carrier } from '../catalogue/index.ts'
import { wordsOf } from '../text/index.ts'
import { stemOf } from './match/stems.ts'
import {
  AVAILABILITY,
  FIELDS,
  LISTED_FACETS,
  NO_SCOPE,
  parseCql,
  parseQuery,
  SORTS,
  type Facet,
  type QueryNode,
  type SearchField,
} from '../query/index.ts'
import {
  buildDelta,
  countOf,
  differencesIn,
  UNNARROWED,
  facetTree,
  IndexBuilder,
  pack,
  search,
  setInNow,
  recordsToSupersede,
  unpack,
  withDelta,
  type HeldAt,
  type SearchDocument,
  type SearchQuestion,
  type SearchResult,
  type Segments,
} from './index.ts'

const PLACES = facetTree([
  { code: 'north', parent: null }, { code: 'quay', parent: 'north' }, { code: 'quay/a', parent: 'quay' }, { code: 'quay/b', parent: 'quay' }, { code: 'hill', parent: 'north' }, { code: 'hill/a', parent: 'hill' },
  { code: 'south', parent: null }, { code: 'isle', parent: 'south' }, { code: 'isle/a', parent: 'isle' },
]) // prettier-ignore
const SHELVES = [2, 3, 5, 8]
const WORDS = ['tide', 'mill', 'salt', 'lamp', 'heron', 'the', 'harbour', 'harbours']
const CARRIERS: Carrier[] = ['book', 'large-print-book', 'dvd', 'blu-ray']

type Texts = Partial<Record<SearchField, string[]>>
const byName = <K extends string, T>(names: readonly K[], value: T) =>
  Object.fromEntries(names.map((name) => [name, value])) as Record<K, T>
const NO_FACETS = byName(LISTED_FACETS, [] as string[])

const document = (recordId: number, workKey: string, texts: Texts, more: Partial<SearchDocument> = {}): SearchDocument => ({
  recordId,
  workKey,
  texts: { ...byName(FIELDS, [] as string[]), ...texts },
  wholeTitles: (texts.title ?? []).map((title) => wordsOf(title).join(' ')),
  filingTitle: texts.title?.[0] ?? '',
  title: texts.title?.[0] ?? '',
  filingPerson: '',
  online: false,
  facets: NO_FACETS,
  language: 'eng',
  carrier: 'book',
  year: 2000,
  holdings: [{ place: 2, uses: 1, usesIn: 1, callKey: 'A' }],
  ...more,
})

const sentence = fc.array(fc.constantFrom(...WORDS), { minLength: 1, maxLength: 5 }).map((words) => words.join(' '))
const held = (place: number) =>
  fc
    .record({ uses: fc.constantFrom(1, 4, 8, 5, 9), inNow: fc.integer({ min: 0, max: 2 }), callKey: fc.constantFrom('A', 'B', 'C') })
    .map(({ uses, inNow, callKey }) => ({
      place,
      uses,
      usesIn: inNow === 0 ? 0 : inNow === 1 ? uses & -uses : uses,
      callKey,
    }))
const holdings = fc.uniqueArray(fc.constantFrom(...SHELVES), { maxLength: 3 }).chain((places) => fc.tuple(...places.map(held)))
const LANGUAGES = ['eng', 'spa', 'pol']
const world = fc
  .array(
    fc.record({
      workKey: fc.constantFrom('w1', 'w2', 'w3', 'w4', 'w5'),
      online: fc.boolean(),
      title: sentence,
      subject: sentence,
      publisher: sentence,
      carrier: fc.constantFrom(...CARRIERS),
      year: fc.integer({ min: 1990, max: 2020 }),
      holdings,
      language: fc.subarray(LANGUAGES),
      documentLanguage: fc.constantFrom('eng', 'spa', 'jpn'),
      person: fc.subarray(['Lund, Marta, 1931-', 'Lund, Marta, 1984-', 'Orrick']),
    }),
    { minLength: 1, maxLength: 14 },
  )
  .map((rows) =>
    rows.map(({ workKey, title, subject, publisher, language, person, documentLanguage, ...more }, i) =>
      document(
        i + 1,
        workKey,
        { title: [title], subject: [subject], publisher: [publisher, '2014'] },
        { ...more, language: documentLanguage, facets: { ...NO_FACETS, language, person } },
      ),
    ),
  )

const someOf = (codes: readonly string[]) => fc.subarray([...codes], { maxLength: 2 })
const values = {
  place: someOf(PLACES.codes),
  format: someOf(['print', 'film', 'dvd', 'book']),
  language: someOf(LANGUAGES),
  person: someOf(['Orrick', 'Lund, Marta, 1984-']),
}
const year = fc.option(fc.integer({ min: 1990, max: 2020 }))
const CQL = [
  'title = salt',
  'subject any "tide lamp" not date < 2000',
  'title == "the tide"',
  'title = "^salt" or language = spa',
  'anywhere all "tide mill" and (format = film or date within "1995 2005")',
]
const question = fc.record({
  cql: fc.option(fc.constantFrom(...CQL), { freq: 3 }),
  text: fc
    .array(fc.constantFrom(...WORDS, 'harb*', '"salt lamp"', '-tide', '2014', 'OR', 'NOT', '(', ')'), { maxLength: 4 })
    .map((parts) => parts.join(' ')),
  field: fc.constantFrom<SearchQuestion['field']>('anywhere', 'anywhere', 'title', 'subject', 'no-publisher'),
  narrowing: fc.record({
    scope: fc.record({
      in: someOf(PLACES.codes),
      as: someOf(['print', 'film', 'dvd']),
      at: fc.constantFrom('quay', 'isle'),
      online: fc.boolean(),
    }),
    only: fc.record(values, { requiredKeys: [] }),
    not: fc.record(values, { requiredKeys: [] }),
    years: fc.record({ from: year, to: year }),
    copies: fc.subarray([...AVAILABILITY]),
    inHand: fc.option(
      fc.record({
        arrivals: fc.array(fc.nat(5), { minLength: 9, maxLength: 9 }),
        limits: fc.constant([1, 3, 4]),
        by: fc.option(fc.nat(2)),
      }),
      { freq: 4 },
    ),
    sends: fc.uint8Array({ minLength: FAMILY_CODES.length * 9, maxLength: FAMILY_CODES.length * 9, max: 15 }),
  }),
})

const indexOf = (documents: SearchDocument[]) => {
  const builder = new IndexBuilder(PLACES)
  documents.forEach((d) => { builder.add(d) })
  return [{ index: builder.finish(), superseded: null }]
} // prettier-ignore

/** What a record was when the index was built: what it is now, not there yet, or another. */
const history = fc.record({
  before: fc.array(fc.constantFrom('same', 'same', 'same', 'absent', 'other'), { minLength: 14, maxLength: 14 }),
  gone: fc.nat(2),
})

/** The documents as an index that was built before they changed, with the changes laid over it. */
const changedInto = (documents: SearchDocument[], { before, gone }: { before: string[]; gone: number }): Segments => {
  const old = documents.flatMap((d, i) => {
    if (before[i] === 'absent') return []
    return before[i] === 'same' ? [d] : [{ ...documents[(i + 1) % documents.length], recordId: d.recordId }]
  })
  const ghosts = documents.slice(0, gone).map((d, i) => ({ ...d, recordId: documents.length + 1 + i }))
  const built = indexOf([...old, ...ghosts])
  const changed = [...documents.filter((_, i) => before[i] !== 'same'), ...ghosts].map((d) => d.recordId)
  if (changed.length === 0) return built
  const superseded = recordsToSupersede(built, changed, documents.filter((_, i) => before[i] !== 'same'))
  return withDelta(built[0].index, buildDelta(PLACES, documents.filter((d) => superseded.has(d.recordId))), [...superseded])
} // prettier-ignore

/** The meaning of a query, by reading the texts. */
function matches(node: QueryNode, d: SearchDocument, field: SearchQuestion['field']): boolean {
  const fields = field === 'anywhere' ? FIELDS : field === 'no-publisher' ? FIELDS.filter((f) => f !== 'publisher') : [field]
  const textsIn = (some: readonly SearchField[]) => some.flatMap((f) => d.texts[f].map(wordsOf))
  const texts = textsIn(fields)
  const phrase = (words: string[]) => texts.some((text) => text.some((_, i) => words.every((w, k) => text[i + k] === w)))
  switch (node.kind) {
    case 'everything': return true
    // Years and the names of formats stand with the publisher by nature.
    case 'word': return (field === 'no-publisher' && node.word === '2014' ? textsIn(FIELDS) : texts).flat().some((w) => w === node.word || stemOf(w, d.language) === stemOf(node.word, d.language))
    case 'phrase': return phrase(node.words)
    case 'prefix': return texts.some((text) => text.some((w) => w.startsWith(node.prefix)))
    case 'and': return node.nodes.every((inner) => matches(inner, d, field))
    case 'or': return node.nodes.some((inner) => matches(inner, d, field))
    case 'not': return !matches(node.node, d, field)
    case 'within':
      return matches(node.node, d, node.field)
    case 'years':
      return (d.year ?? 0) >= node.from && (d.year ?? 0) <= node.to
    case 'value':
      return node.facet === 'language' ? d.facets.language.includes(node.value) : carriersOf(node.value).includes(d.carrier)
    case 'whole title':
      return d.wholeTitles.includes(node.words.join(' '))
    case 'title begins':
      return [d.filingTitle, ...d.wholeTitles].some((title) => title.startsWith(node.words.join(' ')))
    case 'number':
      return false
    case 'records': return node.recordIds.includes(d.recordId)
  }
} // prettier-ignore

const under = (place: number, codes: readonly string[]): boolean => {
  for (let at = place; at >= 0; at = PLACES.parents[at]) if (codes.includes(PLACES.codes[at])) return true
  return false
}

/** Works that pass, by looking at every copy of every record. */
function bruteForce(
  documents: SearchDocument[],
  node: QueryNode,
  field: SearchQuestion['field'],
  n: SearchQuestion['narrowing'],
): Set<string> {
  const formatIn = (d: SearchDocument, codes: readonly string[] = []) => codes.flatMap(carriersOf).includes(d.carrier)
  const listed = (d: SearchDocument, facet: 'language' | 'person', codes: readonly string[] = []) =>
    codes.some((code) => d.facets[facet].includes(code))
  const sends = (d: SearchDocument, place: number) => n.sends?.[FAMILY_CODES.indexOf(familyOf(d.carrier)) * 9 + place] ?? 0
  const limit = n.inHand === null || n.inHand.by === null ? null : n.inHand.limits[n.inHand.by]
  const sent = n.copies.includes('sendable') || limit !== null
  const copyFits = (d: SearchDocument, h: HeldAt) =>
    [1, 2, 4, 8].some((use) => {
      const onShelf = n.copies.includes('inNow') || sent
      return (
        ((onShelf ? h.usesIn : h.uses) & use) !== 0 &&
        (!n.copies.includes('takeHome') || use === 1 || use === 8) &&
        (!sent || (sends(d, h.place) & use) !== 0)
      )
    })
  const inTime = (h: HeldAt) => limit === null || n.inHand!.arrivals[h.place] <= limit
  const asked = n.copies.length > 0 || limit !== null
  const passes = documents.filter((d) => {
    const seen = d.holdings.filter((h) => n.scope.in.length === 0 || under(h.place, n.scope.in))
    return (
      matches(node, d, field) &&
      (n.scope.as.length === 0 || formatIn(d, n.scope.as)) &&
      (!n.only.format?.length || formatIn(d, n.only.format)) &&
      !formatIn(d, n.not.format) &&
      (['language', 'person'] as const).every(
        (facet) => (!n.only[facet]?.length || listed(d, facet, n.only[facet])) && !listed(d, facet, n.not[facet]),
      ) &&
      (n.years.from === null || (d.year ?? 0) >= n.years.from) &&
      (n.years.to === null || (d.year ?? 0) <= n.years.to) &&
      !seen.some((h) => under(h.place, n.not.place ?? [])) &&
      ((n.scope.online && d.online && seen.length === 0 && !asked && !n.only.place?.length) ||
        seen.some(
          (h) =>
            (!n.only.place?.length || under(h.place, n.only.place)) &&
            (!asked || (copyFits(d, h) && inTime(h) && (!n.copies.includes('here') || under(h.place, [n.scope.at ?? ''])))),
        ))
    )
  })
  return new Set(passes.map((d) => d.workKey))
}

const ALL = { ...UNNARROWED, scope: NO_SCOPE, sends: null }
/** Which record of a work matches best depends on how rare words are, to which records that are gone still count. */
const unordered = ({ rows, ...counts }: SearchResult) => ({ ...counts, works: rows.map((row) => row.recordIds).sort() })
const PAGE = { sort: 'relevance' as const, from: 0, size: 100 }

describe('search', () => {
  it('finds and counts exactly what brute force does, and a facet shows what a press on it gives', () => {
    fc.assert(
      fc.property(world, history, question, (documents, past, { text, cql, field, narrowing }) => {
        const index = changedInto(documents, past)
        const query = cql === null ? parseQuery(text).node : parseCql(cql)
        const ask = (change: Partial<SearchQuestion['narrowing']>) =>
          search(index, { query, field, narrowing: { ...narrowing, ...change }, ...PAGE })
        const result = ask({})
        expect(new Set(result.rows.map((row) => documents[row.recordId - 1].workKey))).toEqual(
          bruteForce(documents, query, field, narrowing),
        )
        expect(result.count).toBe(result.rows.length)
        expect(countOf(index, { query, field, narrowing })).toBe(result.count)
        const choosing = (facet: Facet, code: string) =>
          ask({ only: { ...narrowing.only, [facet]: [code] }, not: { ...narrowing.not, [facet]: [] } }).count
        for (const code of PLACES.codes) expect(result.facets.place[code] ?? 0).toBe(choosing('place', code))
        for (const code of ['print', 'film', ...CARRIERS]) expect(result.facets.format[code] ?? 0).toBe(choosing('format', code))
        for (const code of LANGUAGES) expect(result.facets.language[code] ?? 0).toBe(choosing('language', code))
        for (const { year, count } of ask({}).years) expect(ask({ years: { from: year, to: year } }).count).toBe(count)
        for (const copy of AVAILABILITY) expect(result.copies[copy]).toBe(ask({ copies: [...new Set([...narrowing.copies, copy])] }).count)
        for (const facet of ['place', 'format', 'person'] as const)
          expect(result.without[facet]).toBe(
            ask({ only: { ...narrowing.only, [facet]: [] }, not: { ...narrowing.not, [facet]: [] } }).count,
          )
        expect(result.without.copies).toBe(ask({ copies: [] }).count)
        const { inHand } = narrowing
        expect(result.inHand).toEqual((inHand?.limits ?? []).map((_, by) => ask({ inHand: inHand && { ...inHand, by } }).count))
        // A row is in hand at the first time by which its work is found.
        const times = inHand === null ? [] : [0, 1, 2, 3, 4, 5]
        const worksBy = times.map((time) =>
          bruteForce(documents, query, field, { ...narrowing, inHand: inHand && { ...inHand, limits: [time], by: 0 } }),
        )
        for (const row of result.rows)
          expect(row.inHand).toBe(times.find((time) => worksBy[time].has(documents[row.recordId - 1].workKey)) ?? null)
        expect(result.without.by).toBe(ask({ inHand: inHand && { ...inHand, by: null } }).count)
        expect(result.without.years).toBe(ask({ years: { from: null, to: null } }).count)
      }),
      { numRuns: 300 * inject('runFactor') },
    )
  })

  it('titles with a word nowhere but with their publisher come last, are counted, and are what leaving the publisher out leaves out', () => {
    fc.assert(
      fc.property(world, history, question, (documents, past, { text, narrowing }) => {
        const index = changedInto(documents, past)
        const query = parseQuery(text.replace(/OR|[()]|NOT|-tide/g, '')).node
        const asked = { query, field: 'anywhere' as const, narrowing }
        const { count, weak, rows } = search(index, { ...asked, ...PAGE })
        if (query.kind === 'everything') expect(weak).toBe(0)
        else expect(weak).toBe(count - countOf(index, { ...asked, field: 'no-publisher' }))
        const strong = bruteForce(documents, query, 'no-publisher', narrowing)
        const places = rows.map(({ recordId }) => strong.has(documents[recordId - 1].workKey))
        expect(places).toEqual([...places].sort((a, b) => Number(b) - Number(a)))
      }),
    )
  })

  it('counts a work once where one of its records passes and another fails the one choice only', () => {
    const index = indexOf([
      document(1, 'a', { title: ['Tide'] }, { carrier: 'blu-ray', year: 2001, facets: { ...NO_FACETS, person: ['Orrick', 'Lund'] } }),
      document(2, 'a', { title: ['Tide'] }, { carrier: 'dvd', year: 2002, facets: { ...NO_FACETS, person: ['Lund'] } }),
      document(3, 'b', { title: ['Tide'] }, { carrier: 'blu-ray', year: 2001, facets: { ...NO_FACETS, person: ['Lund'] } }),
    ])
    const asked = (only: Partial<Record<Facet, string[]>>) =>
      search(index, { query: parseQuery('tide').node, field: 'anywhere', narrowing: { ...ALL, only }, ...PAGE }).facets
    expect(asked({ format: ['dvd'] }).format).toEqual({ film: 2, 'blu-ray': 2, dvd: 1 })
    expect(asked({ person: ['Orrick'] }).person).toEqual({ Lund: 2, Orrick: 1 })
  })

  it('says what dropping a chosen place would bring, also of what is read online alone', () => {
    const index = indexOf([document(1, 'a', { title: ['Tide'] }), document(2, 'b', { title: ['Tide'] }, { online: true, holdings: [] })])
    const asked = (copies: SearchQuestion['narrowing']['copies']) =>
      search(index, {
        query: parseQuery('tide').node,
        field: 'anywhere',
        narrowing: { ...ALL, scope: { ...NO_SCOPE, online: true }, only: { place: ['quay/a'] }, copies },
        ...PAGE,
      }).without.place
    expect([asked([]), asked(['inNow'])]).toEqual([2, 1])
  })

  it('orders works as one index would, whatever has changed since it was built', () => {
    fc.assert(
      fc.property(world, history, fc.constantFrom(...SORTS), fc.nat(6), (documents, past, sort, from) => {
        const asked = { query: parseQuery('').node, field: 'anywhere' as const, narrowing: ALL, sort, from, size: 5 }
        const works = (segments: Segments) => search(segments, asked).rows.map((row) => row.recordIds)
        expect(works(changedInto(documents, past))).toEqual(works(indexOf(documents)))
      }),
    )
  })

  it('puts first what is in hand first, and last what can be at no time', () => {
    fc.assert(
      fc.property(world, history, question, (documents, past, { narrowing: { sends, inHand } }) => {
        const narrowing = { ...ALL, sends, inHand: inHand && { ...inHand, by: null } }
        const { rows } = search(changedInto(documents, past), {
          ...PAGE,
          query: parseQuery('').node,
          field: 'anywhere',
          narrowing,
          sort: 'in-hand',
        })
        const first = rows.map((row) => row.inHand ?? Infinity)
        expect(first).toEqual([...first].sort((a, b) => (a === b ? 0 : a - b)))
      }),
    )
  })

  it('can be copied into one stretch of memory and read from it', () => {
    fc.assert(
      fc.property(world, question, (documents, { text, field, narrowing }) => {
        const [{ index }] = indexOf(documents)
        const asked = { query: parseQuery(text).node, field, narrowing, ...PAGE }
        const { header, memory } = pack(index)
        const copy = unpack({ header: JSON.parse(JSON.stringify(header)) as typeof header, memory })
        expect(search([{ index: copy, superseded: null }], asked)).toEqual(search([{ index, superseded: null }], asked))
        expect(documents.flatMap((d) => differencesIn([{ index: copy, superseded: null }], d))).toEqual([])
      }),
    )
  })

  it('knows what it says wrongly of a record', () => {
    const [one] = fc.sample(world, { numRuns: 1, seed: 1 })
    const index = indexOf(one)
    const changed = { ...one[0], year: 1066, holdings: [], texts: { ...one[0].texts, notes: ['gannet'] } }
    expect(differencesIn(index, changed)).toEqual(
      ['year', 'the word "gannet"', 'copies'].filter((what) => what !== 'copies' || one[0].holdings.length > 0),
    )
    expect(differencesIn(index, { ...one[0], recordId: 999 })).toEqual(['is not in the index'])
  })

  it('follows copies that come and go without being built anew', () => {
    fc.assert(
      fc.property(
        world,
        history,
        fc.array(fc.tuple(fc.nat(20), fc.constantFrom(...SHELVES).chain(held)), { maxLength: 8 }),
        (documents, past, changes) => {
          const index = changedInto(documents, past)
          for (const [id, now] of changes) {
            setInNow(index, id, now)
            const before = documents[id - 1]?.holdings.find((h) => h.place === now.place)
            if (before) before.usesIn = now.usesIn
          }
          const asked = {
            query: parseQuery('').node,
            field: 'anywhere' as const,
            ...PAGE,
            narrowing: { ...ALL, copies: ['inNow' as const] },
          }
          expect(unordered(search(index, asked))).toEqual(unordered(search(indexOf(documents), asked)))
        },
      ),
    )
  })
})

describe('order', () => {
  const index = indexOf([
    document(
      1,
      'a',
      { title: ['Notes on the winter and on a watch'] },
      { year: 2001, filingTitle: 'notes', holdings: [{ place: 2, uses: 1, usesIn: 0, callKey: 'C', acquired: '2026-11-01' }] },
    ),
    document(
      2,
      'b',
      { title: ['The winter watch'] },
      {
        year: 1999,
        filingTitle: 'winter watch',
        holdings: [
          { place: 2, uses: 1, usesIn: 0, callKey: 'B', acquired: '1890-01-01' },
          { place: 3, uses: 1, usesIn: 0, callKey: 'B', acquired: '2026-11-20' },
        ],
      },
    ),
    document(
      3,
      'c',
      { title: ['Winter watch at sea'] },
      { year: 2010, filingTitle: 'winter watch at sea', holdings: [{ place: 2, uses: 1, usesIn: 0, callKey: 'A' }] },
    ),
    document(
      4,
      'd',
      { title: ['Something else'], subject: ['Watch in winter'] },
      { year: 2020, filingTitle: 'something else', holdings: [{ place: 2, uses: 1, usesIn: 1, callKey: 'D', acquired: '2026-11-01' }] },
    ),
  ])
  const order = (text: string, sort: SearchQuestion['sort']) =>
    search(index, { query: parseQuery(text).node, field: 'anywhere', narrowing: ALL, sort, from: 0, size: 10 }).rows.map(
      (row) => row.recordId,
    )

  it.each<[string, SearchQuestion['sort'], number[]]>([
    ['winter watch', 'relevance', [2, 3, 1, 4]],
    ['the winter watch', 'relevance', [2, 3, 1, 4]],
    ['winter watch', 'newest', [4, 3, 1, 2]],
    ['winter watch', 'title', [1, 4, 2, 3]],
    ['winter watch', 'call-number', [3, 2, 1, 4]],
    // By the day on which the newest copy came, then by the number of the record; where no day is known, last.
    ['winter watch', 'added', [2, 4, 1, 3]],
  ])('%s by %s', (text, sort, ids) => {
    expect(order(text, sort)).toEqual(ids)
  })

  it('pages without gap or repeat', () => {
    const page = (from: number) =>
      search(index, { query: parseQuery('').node, field: 'anywhere', narrowing: ALL, sort: 'title', from, size: 2 }).rows.map(
        (row) => row.recordId,
      )
    expect([...page(0), ...page(2)]).toEqual([1, 4, 2, 3])
  })

  it('a page that is too far is the last there is; none is asked for without rows', () => {
    const page = (from: number, size: number, text = '') => {
      const {
        rows,
        from: at,
        count,
      } = search(index, { query: parseQuery(text).node, field: 'anywhere', narrowing: ALL, sort: 'title', from, size })
      return { at, count, ids: rows.map((row) => row.recordId) }
    }
    expect(page(4, 2)).toEqual({ at: 2, count: 4, ids: [2, 3] })
    expect(page(9998, 3)).toEqual({ at: 3, count: 4, ids: [3] })
    expect(page(2, 2)).toEqual({ at: 2, count: 4, ids: [2, 3] })
    expect(page(20, 20, 'nothing')).toEqual({ at: 0, count: 0, ids: [] })
    expect(page(0, 0)).toEqual({ at: 0, count: 4, ids: [] })
    expect(page(8, 0)).toEqual({ at: 8, count: 4, ids: [] })
  })

  it('in hand by a time are copies that come by then, at the latest, of those that can be sent', () => {
    const found = (arrival: number, limit: number, may = 15) => {
      const sends = new Uint8Array(FAMILY_CODES.length * PLACES.codes.length).fill(may)
      const narrowing = { ...ALL, sends, inHand: { arrivals: PLACES.codes.map(() => arrival), limits: [limit], by: 0 } }
      return search(index, { query: parseQuery('').node, field: 'anywhere', narrowing, sort: 'title', from: 0, size: 10 }).rows.map(
        (row) => row.recordId,
      )
    }
    expect([found(3, 2), found(3, 3), found(3, 4), found(3, 4, 0)]).toEqual([[], [4], [4], []])
  })

  it('titles that begin as the words do, the last word unfinished, whole ones first', () => {
    const begins = (...words: string[]) =>
      search(index, {
        query: { kind: 'title begins', words },
        field: 'anywhere',
        narrowing: ALL,
        sort: 'relevance',
        from: 0,
        size: 10,
      }).rows.map((row) => row.recordId)
    expect(begins('winter', 'watch')).toEqual([2, 3])
    expect(begins('winter', 'wat')).toHaveLength(2)
    expect(begins('winter', 'watch', 'at')).toEqual([3])
    expect(begins('watch')).toEqual([])
    expect(begins('some')).toEqual([4])
  })

  it('of words side by side in a title, those with which it begins lead', () => {
    const texts = ['lamp tide mill', 'tide mill lamp', 'salt tide mill', 'tide lamp mill']
    const of = indexOf(texts.map((title, i) => document(i + 1, `w${String(i)}`, { title: [title] })))
    const found = search(of, { query: parseQuery("tide mill").node, field: 'anywhere', narrowing: ALL, sort: 'relevance', from: 0, size: 10 }) // prettier-ignore
    const order = found.rows.map(({ recordId }) => recordId)
    expect(order[0]).toBe(2)
    expect(order.at(-1)).toBe(4)
  })

  it('what has no year is in no span of years, and in every list without one', () => {
    const undated = indexOf([document(1, 'a', { title: ['Salt'] }, { year: null }), document(2, 'b', { title: ['Salt'] }, { year: 1990 })])
    const found = (from: number | null, to: number | null) =>
      search(undated, {
        query: parseQuery('').node,
        field: 'anywhere',
        narrowing: { ...ALL, years: { from, to } },
        sort: 'title',
        from: 0,
        size: 10,
      }).count
    expect([found(null, null), found(null, 2000), found(1980, null), found(1980, 2000), found(null, 1980)]).toEqual([2, 1, 1, 1, 0])
  })

  it('a language or a form named in CQL finds what has it, an unknown one nothing', () => {
    const some = indexOf([
      document(1, 'a', { title: ['Sal'] }, { language: 'spa', facets: { ...NO_FACETS, language: ['spa'] } }),
      document(2, 'b', { title: ['Salt'] }, { carrier: 'dvd', facets: { ...NO_FACETS, language: ['eng'] } }),
    ])
    const found = (cql: string) =>
      search(some, { query: parseCql(cql), field: 'anywhere', narrowing: ALL, sort: 'title', from: 0, size: 10 }).rows.map(
        (row) => row.recordId,
      )
    expect([found('language = spa'), found('language = eng'), found('language = xyz')]).toEqual([[1], [2], []])
    expect([found('format = film'), found('format = dvd'), found('format = map')]).toEqual([[2], [2], []])
  })

  it('a value is that of its own facet, though the next facet begins with one of the same name', () => {
    const same = indexOf([document(1, 'a', { title: ['Salt'] }, { facets: { ...NO_FACETS, person: ['Orrick'], subject: ['Salt'] } })])
    const found = (only: object) =>
      search(same, { query: parseQuery('').node, field: 'anywhere', narrowing: { ...ALL, only }, sort: 'title', from: 0, size: 10 }).count
    expect([found({ subject: ['Salt'] }), found({ person: ['Orrick'] }), found({ person: ['Salt'] })]).toEqual([1, 1, 0])
  })
})
