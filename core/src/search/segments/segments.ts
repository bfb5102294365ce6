/**
 * The catalogue as it is searched: the base segment as it was built, and a small delta segment of all records that have
 * changed since. A work is wholly in the one or wholly in the other, so that the counts of both can be added up.
 */
import { hashesOf } from '../store/hash.ts'
import type { SearchIndex } from '../store/columns.ts'
import { workOf } from '../store/rows.ts'

export interface Segment {
  index: SearchIndex
  /** Bit set of the documents that are deleted, or that a later segment has a newer version of; null for none. */
  superseded: Uint32Array | null
}

export type Segments = readonly Segment[]

/** How common words are in all segments together, so that a title's score does not depend on where it lies. */
export interface Statistics {
  docCount: number
  frequencyOf(word: string): number
}

export const isSuperseded = (superseded: Uint32Array | null, doc: number): boolean =>
  superseded !== null && (superseded[doc >>> 5] & (1 << (doc & 31))) !== 0

export function statisticsOf(segments: Segments): Statistics {
  return {
    docCount: segments.reduce((sum, { index }) => sum + index.docCount, 0),
    frequencyOf: (word) =>
      segments.reduce((sum, { index }) => {
        const term = index.terms.find(word)
        return term < 0 ? sum : sum + index.termStart[term + 1] - index.termStart[term]
      }, 0),
  }
}

/** The segment and document that hold the current version of a record. */
export function locate(segments: Segments, recordId: number): { index: SearchIndex; doc: number } | null {
  for (const { index, superseded } of segments) {
    const doc = index.docOfRecord[recordId] ?? -1
    if (doc >= 0 && !isSuperseded(superseded, doc)) return { index, doc }
  }
  return null
}

export function liveRecordCount(segments: Segments): number {
  return segments.reduce((sum, { index, superseded }) => {
    const gone = superseded === null ? 0 : index.recordIds.reduce((count, _, doc) => count + Number(isSuperseded(superseded, doc)), 0)
    return sum + index.docCount - gone
  }, 0)
}

/** Records of the same work as this one, itself among them; none where the catalogue does not have it. */
export function recordsOfWork(segments: Segments, recordId: number): number[] {
  const at = locate(segments, recordId)
  return at === null ? [] : recordsIn(at.index, workOf(at.index, at.doc))
}

export const recordsIn = (index: SearchIndex, work: number): number[] =>
  Array.from(index.recordIds.subarray(index.workStart[work], index.workStart[work + 1]))

/** Records of the work with this key. */
export function recordsWithKey(segments: Segments, workKey: string): number[] {
  const [first, second] = hashesOf(workKey)
  return segments.flatMap(({ index, superseded }) => {
    const work = workWithHashes(index, first, second)
    return work < 0 ? [] : recordsIn(index, work).filter((id) => !isSuperseded(superseded, index.docOfRecord[id] ?? -1))
  })
}

/** Binary search over the works in the order of their first hash; -1 for none. */
function workWithHashes({ workByHash, workHash }: SearchIndex, first: number, second: number): number {
  let low = 0
  let high = workByHash.length
  while (low < high) {
    const middle = (low + high) >>> 1
    if ((workHash[2 * (workByHash[middle] ?? 0)] ?? 0) < first) low = middle + 1
    else high = middle
  }
  for (let at = low; at < workByHash.length; at += 1) {
    const work = workByHash[at] ?? 0
    if (workHash[2 * work] !== first) return -1
    if (workHash[2 * work + 1] === second) return work
  }
  return -1
}
