/** One question to the catalogue: matched, narrowed, counted, ordered. */
import { LONG_FACETS, NARROWINGS, type Facet, type ListedFacet, type SearchField, type Sort } from '../query/index.ts'
import type { NarrowingChoice } from './narrow/choice.ts'
import { facetCounts, nodeCounts, soughtValues, type ValueCount } from './narrow/counts.ts'
import { EVERY_FIELD, maskOf, MOST_STRONG, STRONG, WITHOUT_PUBLISHER } from './store/fields.ts'
import { matchesOf } from './match/match.ts'
import { shortenedPrefixes } from './match/prefixes.ts'
import { countWorks, narrow, Cancelled, type Narrowed, type StillWanted } from './narrow/narrow.ts'
import type { QueryNode } from '../query/index.ts'
import { scoreTogether } from './match/rank.ts'
import { FIRST_YEAR, YEARS_COUNTED } from './narrow/tally.ts'
import { TopWorks, type Ranked } from './narrow/topWorks.ts'
import { recordsIn, statisticsOf, type Segment, type Segments } from './segments/segments.ts'

export interface SearchQuestion {
  query: QueryNode
  /** `no-publisher`: anywhere but in the weak field, in which the publisher stands. */
  field: SearchField | 'anywhere' | 'no-publisher'
  narrowing: NarrowingChoice
  sort: Sort
  /** First row, from 0, and how many. */
  from: number
  size: number
}

export interface SearchResult {
  /** Works. */
  count: number
  records: number
  /** Works that have a word of the query in the weak field only: nowhere but with its publisher. */
  weak: number
  rows: SearchRow[]
  /** First row of the page: the one asked for, or that of the last page there is. */
  from: number
  /** Works by value, those with none left out; of long facets the commonest and the chosen. */
  facets: Record<Facet, Record<string, number>>
  /** How many values each long facet has. */
  values: Record<(typeof LONG_FACETS)[number], number>
  years: { year: number; count: number }[]
  copies: Narrowed['copies']
  without: Narrowed['without']
  /** Works that would be in hand by each of the times. */
  inHand: number[]
  /** Unfinished words of which only the commonest words were looked up. */
  shortened: string[]
}

export interface SearchRow {
  /** The best matching record of the work, and all its records. */
  recordId: number
  recordIds: number[]
  /** When it could first be in hand, in the unit of the arrivals; null where it can't or nobody knows. */
  inHand: number | null
}

type Asked = Pick<SearchQuestion, 'query' | 'field' | 'narrowing'>
const ALWAYS: StillWanted = () => true

/** @throws Cancelled when the answer is no longer wanted */
export function search(segments: Segments, question: SearchQuestion, wanted: StillWanted = ALWAYS): SearchResult {
  const parts = segments.map((segment) => narrowedIn(segment, segments, question, wanted))
  const sum = (numberOf: (narrowed: Narrowed) => number) => parts.reduce((all, { narrowed }) => all + numberOf(narrowed), 0)
  const byName = <K extends string>(names: readonly K[], numberOf: (narrowed: Narrowed, name: K) => number) =>
    Object.fromEntries(names.map((name) => [name, sum((narrowed) => numberOf(narrowed, name))])) as Record<K, number>
  const counted = parts.map(({ segment, narrowed }) => ({ index: segment.index, tallies: narrowed.tallies }))
  const listed = facetCounts(counted, (facet) => chosenOf(question, facet))
  const count = sum((narrowed) => narrowed.count)
  const from = lastPageAtMost(count, question)
  return {
    count,
    records: sum((narrowed) => narrowed.records),
    weak: sum((narrowed) => narrowed.weak),
    rows: rowsOf(parts, { ...question, from }),
    from,
    facets: { place: nodeCounts(counted, 'place'), format: nodeCounts(counted, 'format'), ...listed.shown },
    values: Object.fromEntries(LONG_FACETS.map((facet) => [facet, listed.values[facet]])) as SearchResult['values'],
    years: yearCounts(counted.map(({ tallies }) => tallies.years)),
    copies: byName(Object.keys(parts[0].narrowed.copies) as (keyof Narrowed['copies'])[], ({ copies }, name) => copies[name]),
    without: byName(NARROWINGS, ({ without }, name) => without[name]),
    inHand: parts[0].narrowed.inHand.map((_, limit) => sum(({ inHand }) => inHand[limit])),
    shortened: [...new Set(segments.flatMap(({ index }) => shortenedPrefixes(index, question.query)))],
  }
}

interface Part {
  segment: Segment
  narrowed: Narrowed
  top: Ranked[]
}

function narrowedIn(segment: Segment, segments: Segments, question: SearchQuestion, wanted: StillWanted): Part {
  const matches = matchesOf(segment.index, statisticsOf(segments), question.query, fieldsOf(question))
  if (!wanted()) throw new Cancelled()
  if (question.sort === 'relevance') scoreTogether(segment.index, matches, question.query)
  const most = question.size === 0 ? 0 : Math.min(question.from + question.size, matches.docs.length)
  const top = new TopWorks(question.sort, most)
  const strongFrom = question.field === 'anywhere' ? strengthsOf(question.query) * STRONG : 0
  const narrowed = narrow(segment, matches, question.narrowing, { top, strongFrom }, wanted)
  return { segment, narrowed, top: top.done() }
}

/** Only how many works a question finds. */
export const countOf = (segments: Segments, question: Asked, wanted: StillWanted = ALWAYS): number =>
  countUpTo(segments, question, Infinity, wanted)

/** Whether a question finds anything. */
export const findsAny = (segments: Segments, question: Asked, wanted: StillWanted = ALWAYS): boolean =>
  countUpTo(segments, question, 1, wanted) > 0

function countUpTo(segments: Segments, question: Asked, most: number, wanted: StillWanted): number {
  const statistics = statisticsOf(segments)
  return segments.reduce((sum, segment) => {
    const matches = matchesOf(segment.index, statistics, question.query, fieldsOf(question))
    return sum >= most ? sum : sum + countWorks(segment, matches, question.narrowing, wanted, most)
  }, 0)
}

/** The values of one facet whose words begin with those sought, commonest first. */
export function facetValues(
  segments: Segments,
  question: Asked,
  facet: ListedFacet,
  sought: string,
  most: number,
  wanted: StillWanted = ALWAYS,
): ValueCount[] {
  const whole = { ...question, sort: 'added' as const, from: 0, size: 0 }
  const parts = segments.map((segment) => narrowedIn(segment, segments, whole, wanted))
  return soughtValues(
    parts.map(({ segment, narrowed }) => ({ index: segment.index, tallies: narrowed.tallies })),
    facet,
    sought,
    most,
  )
}

function fieldsOf({ field }: Pick<SearchQuestion, 'field'>): number {
  if (field === 'anywhere') return EVERY_FIELD
  return field === 'no-publisher' ? WITHOUT_PUBLISHER : maskOf(field)
}

/** How many words have to stand somewhere; 0 where that can't be told by the score. */
function strengthsOf(query: QueryNode): number {
  const nodes = query.kind === 'and' ? query.nodes.filter(({ kind }) => kind !== 'not') : [query]
  const plain = nodes.every(({ kind }) => kind === 'word' || kind === 'phrase' || kind === 'prefix')
  return plain && nodes.length <= MOST_STRONG ? nodes.length : 0
}

const chosenOf = ({ narrowing }: SearchQuestion, name: Facet): string[] => [...(narrowing.only[name] ?? []), ...(narrowing.not[name] ?? [])]

function yearCounts(tallies: readonly Narrowed['tallies']['years'][]): SearchResult['years'] {
  return Array.from({ length: YEARS_COUNTED }, (_, i) => ({
    year: FIRST_YEAR + i,
    count: tallies.reduce((sum, tally) => sum + tally.count(i), 0),
  })).filter(({ count }) => count > 0)
}

/** Behind the last page there is nothing: whoever asks for more gets the last. */
function lastPageAtMost(count: number, { from, size }: SearchQuestion): number {
  return size === 0 || from < count ? from : Math.max(0, Math.ceil(count / size) - 1) * size
}

/** The page asked for, of the first works of each segment. */
function rowsOf(parts: readonly Part[], { sort, from, size }: SearchQuestion): SearchRow[] {
  const rows = parts.flatMap(({ segment: { index }, top }) =>
    (parts.length === 1 ? top.slice(from) : top).map(({ work, best, key, arrival }) => {
      const recordIds = recordsIn(index, work)
      const inHand = arrival === Infinity ? null : arrival
      return { recordId: index.recordIds[best], recordIds, inHand, key: parts.length === 1 ? key : wordedKey(index, sort, best, key) }
    }),
  )
  if (parts.length > 1) rows.sort((a, b) => (a.key === b.key ? a.recordIds[0] - b.recordIds[0] : a.key < b.key ? -1 : 1)).splice(0, from)
  return rows.slice(0, size).map(({ recordId, recordIds, inHand }) => ({ recordId, recordIds, inHand }))
}

/** What a work is ordered by in words, where its number says nothing outside its own segment. */
function wordedKey(index: Segment['index'], sort: Sort, best: number, key: number): number | string {
  const title = (at: number) => `${index.titleKeys.at(at)}\u0000${index.titles.at(at)}`
  if (sort === 'title') return title(key)
  if (sort === 'person') {
    const titles = index.titles.length
    return `${index.personKeys.at(Math.floor(key / titles))}\u0000${title(key % titles)}`
  }
  if (sort === 'call-number') return key === Infinity ? '\uffff' : index.callKeys.at(key)
  return best < 0 ? Infinity : key
}
