/** One question to the index: matched, narrowed, counted, ordered. */
import type { SearchIndex } from './build.ts'
import { EVERY_FIELD, maskOf, type SearchField } from './fields.ts'
import { matchesOf } from './match.ts'
import { narrow, type NarrowingChoice } from './narrow.ts'
import type { QueryNode } from './query/parse.ts'
import { orderedPage, scoreTogether, type Sort } from './rank.ts'

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
  places: Record<string, number>
  formats: Record<string, number>
  inNow: number
}

export interface SearchRow {
  /** The best matching record of the work, and all its records. */
  recordId: number
  recordIds: number[]
}

export function search(index: SearchIndex, question: SearchQuestion): SearchResult {
  const fields = question.field === 'anywhere' ? EVERY_FIELD : maskOf(question.field)
  const matches = matchesOf(index, question.query, fields)
  if (question.sort === 'relevance') scoreTogether(index, matches, question.query)
  const narrowed = narrow(index, matches, question.narrowing)
  const page = orderedPage(narrowed, question.sort, question.from, question.from + question.size)
  return {
    count: narrowed.count,
    records: narrowed.records,
    rows: page.map((at) => rowOf(index, narrowed.works[at], narrowed.bestDoc[at])),
    places: countsByCode(index.placeTree.codes, narrowed.placeCounts),
    formats: countsByCode(index.formatTree.codes, narrowed.formatCounts),
    inNow: narrowed.inNowCount,
  }
}

function rowOf(index: SearchIndex, work: number, best: number): SearchRow {
  const recordIds = Array.from(index.recordIds.subarray(index.workStart[work], index.workStart[work + 1]))
  return { recordId: index.recordIds[best], recordIds }
}

function countsByCode(codes: readonly string[], counts: Uint32Array): Record<string, number> {
  return Object.fromEntries(codes.map((code, node) => [code, counts[node]] as const).filter(([, count]) => count > 0))
}

/** Tells the index that the number of copies in now at a place has changed. */
export function setInNow(index: SearchIndex, recordId: number, place: number, inNow: number): void {
  const doc = index.docOfRecord[recordId] ?? -1
  if (doc < 0) return
  for (let e = index.heldStart[doc]; e < index.heldStart[doc + 1]; e += 1) {
    if (index.heldPlace[e] === place) index.heldInNow[e] = Math.min(inNow, 255)
  }
}

/** Records of the same work as this one, itself among them. */
export function recordsOfWork(index: SearchIndex, recordId: number): number[] {
  const doc = index.docOfRecord[recordId] ?? -1
  return doc < 0 ? [] : rowOf(index, index.workOf[doc], doc).recordIds
}
