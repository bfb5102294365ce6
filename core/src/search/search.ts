/** One question to the index: matched, narrowed, counted, ordered. */
import { wordsOf } from '../words/index.ts'
import type { SearchIndex } from './build.ts'
import type { HeldAt } from './document.ts'
import { FACETS, LISTED_FACETS, LONG_FACETS, type Facet, type ListedFacet } from '../asking/index.ts'
import type { SearchField } from '../asking/index.ts'
import { EVERY_FIELD, maskOf } from './fields.ts'
import { matchesOf } from './match.ts'
import type { NarrowingChoice } from './choice.ts'
import { countWorks, FIRST_YEAR, narrow, type Narrowed } from './narrow.ts'
import type { QueryNode } from './query/parse.ts'
import type { Sort } from '../asking/index.ts'
import { orderedPage, scoreTogether } from './rank.ts'

export interface SearchQuestion {
  query: QueryNode
  field: SearchField | 'anywhere'
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
  rows: SearchRow[]
  /** Works by value, those with none left out; of long facets the commonest and the chosen. */
  facets: Record<Facet, Record<string, number>>
  /** How many values each long facet has. */
  values: Record<(typeof LONG_FACETS)[number], number>
  years: { year: number; count: number }[]
  copies: Narrowed['copies']
  without: Narrowed['without']
}

export interface SearchRow {
  /** The best matching record of the work, and all its records. */
  recordId: number
  recordIds: number[]
}

export function search(index: SearchIndex, question: SearchQuestion): SearchResult {
  const matches = matchesOf(index, question.query, fieldsOf(question))
  if (question.sort === 'relevance') scoreTogether(index, matches, question.query)
  const narrowed = narrow(index, matches, question.narrowing)
  const page = orderedPage(narrowed, question.sort, question.from, question.from + question.size)
  const codes: Record<Facet, readonly string[]> = {
    place: index.placeTree.codes,
    format: index.formatTree.codes,
    ...mapListed((name) => index.listed[name].codes),
  }
  return {
    count: narrowed.count,
    records: narrowed.records,
    rows: page.map((at) => rowOf(index, narrowed.works[at], narrowed.bestDoc[at])),
    facets: Object.fromEntries(
      FACETS.map((name) => [name, countsByCode(codes[name], narrowed.counts[name], isLong(name) ? chosenOf(question, name) : null)]),
    ) as SearchResult['facets'],
    values: Object.fromEntries(
      LONG_FACETS.map((name) => [name, narrowed.counts[name].reduce((sum, count) => sum + Number(count > 0), 0)]),
    ) as SearchResult['values'],
    years: [...narrowed.years].map((count, i) => ({ year: FIRST_YEAR + i, count })).filter(({ count }) => count > 0),
    copies: narrowed.copies,
    without: narrowed.without,
  }
}

/** Only how many works a question finds. */
export function countOf(index: SearchIndex, question: Pick<SearchQuestion, 'query' | 'field' | 'narrowing'>): number {
  return countWorks(index, matchesOf(index, question.query, fieldsOf(question)), question.narrowing)
}

/** The values of one facet whose words begin with those sought, commonest first. */
export function facetValues(
  index: SearchIndex,
  question: SearchQuestion,
  facet: ListedFacet,
  sought: string,
  most: number,
): { value: string; count: number }[] {
  const narrowed = narrow(index, matchesOf(index, question.query, fieldsOf(question)), question.narrowing)
  const wanted = wordsOf(sought)
  const fits = (code: string) => {
    const words = wordsOf(code)
    return wanted.every((start) => words.some((word) => word.startsWith(start)))
  }
  return topValues(index.listed[facet].codes, narrowed.counts[facet], (code) => wanted.length === 0 || fits(code), most)
}

const fieldsOf = (question: Pick<SearchQuestion, 'field'>): number => (question.field === 'anywhere' ? EVERY_FIELD : maskOf(question.field))
const isLong = (name: Facet): boolean => (LONG_FACETS as readonly Facet[]).includes(name)
const chosenOf = ({ narrowing }: SearchQuestion, name: Facet): string[] => [...(narrowing.only[name] ?? []), ...(narrowing.not[name] ?? [])]
const mapListed = <T>(make: (name: ListedFacet) => T): Record<ListedFacet, T> =>
  Object.fromEntries(LISTED_FACETS.map((name) => [name, make(name)])) as Record<ListedFacet, T>

function topValues(
  codes: readonly string[],
  counts: Uint32Array,
  fits: (code: string) => boolean,
  most: number,
): { value: string; count: number }[] {
  const found: { value: string; count: number }[] = []
  counts.forEach((count, at) => {
    if (count > 0 && fits(codes[at])) found.push({ value: codes[at], count })
  })
  return found.sort((a, b) => b.count - a.count || (a.value < b.value ? -1 : 1)).slice(0, most)
}

/** Commonest values that a long facet shows. */
const SHOWN_VALUES = 8

function rowOf(index: SearchIndex, work: number, best: number): SearchRow {
  const recordIds = Array.from(index.recordIds.subarray(index.workStart[work], index.workStart[work + 1]))
  return { recordId: index.recordIds[best], recordIds }
}

/** @param chosen of a long facet what is chosen, null for a facet that is shown whole */
function countsByCode(codes: readonly string[], counts: Uint32Array, chosen: readonly string[] | null): Record<string, number> {
  if (chosen === null) return Object.fromEntries(codes.map((code, node) => [code, counts[node]] as const).filter(([, count]) => count > 0))
  const kept = topValues(codes, counts, () => true, SHOWN_VALUES)
  const more = topValues(codes, counts, (code) => chosen.includes(code) && !kept.some(({ value }) => value === code), chosen.length)
  return Object.fromEntries([...kept, ...more].map(({ value, count }) => [value, count]))
}

/** Tells the index that the copies in now at a place have changed. */
export function setInNow(index: SearchIndex, recordId: number, held: Pick<HeldAt, 'place' | 'inNow' | 'usesIn'>): void {
  const doc = index.docOfRecord[recordId] ?? -1
  if (doc < 0) return
  for (let e = index.heldStart[doc]; e < index.heldStart[doc + 1]; e += 1) {
    if (index.heldPlace[e] !== held.place) continue
    index.heldInNow[e] = Math.min(held.inNow, 255)
    index.heldUsesIn[e] = held.usesIn
  }
}

/** Records of the same work as this one, itself among them. */
export function recordsOfWork(index: SearchIndex, recordId: number): number[] {
  const doc = index.docOfRecord[recordId] ?? -1
  return doc < 0 ? [] : rowOf(index, index.workOf[doc], doc).recordIds
}
