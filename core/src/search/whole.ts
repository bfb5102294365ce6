/**
 * The catalogue as it is asked: the index as it was built, and over it a small one of all records that have changed
 * since. A work is wholly in the one or wholly in the other, so that what both count can be added up.
 */
import { hashesOf, IndexBuilder } from './build.ts'
import type { SearchIndex } from './columns.ts'
import type { HeldAt, SearchDocument } from './document.ts'
import { heldEntry, heldFrom, heldTo, placeOfHeld, workOf } from './documentRow.ts'
import type { FacetTree } from './tree.ts'

export interface Segment {
  index: SearchIndex
  /** Bit by bit the documents that are no more, or for which a later segment speaks. */
  dead: Uint32Array | null
}

export type Segments = readonly Segment[]

/** How common words are in all segments together, so that a title's score does not depend on where it lies. */
export interface Statistics {
  docCount: number
  frequencyOf(word: string): number
}

export const isDead = (dead: Uint32Array | null, doc: number): boolean => dead !== null && (dead[doc >>> 5] & (1 << (doc & 31))) !== 0

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

/** The segment and document that speak for a record. */
export function standingOf(segments: Segments, recordId: number): { index: SearchIndex; doc: number } | null {
  for (const { index, dead } of segments) {
    const doc = index.docOfRecord[recordId] ?? -1
    if (doc >= 0 && !isDead(dead, doc)) return { index, doc }
  }
  return null
}

export function livingRecords(segments: Segments): number {
  return segments.reduce((sum, { index, dead }) => {
    const gone = dead === null ? 0 : index.recordIds.reduce((count, _, doc) => count + Number(isDead(dead, doc)), 0)
    return sum + index.docCount - gone
  }, 0)
}

/** Records of the same work as this one, itself among them; none where the catalogue does not have it. */
export function recordsOfWork(segments: Segments, recordId: number): number[] {
  const at = standingOf(segments, recordId)
  return at === null ? [] : recordsIn(at.index, workOf(at.index, at.doc))
}

export const recordsIn = (index: SearchIndex, work: number): number[] =>
  Array.from(index.recordIds.subarray(index.workStart[work], index.workStart[work + 1]))

/** Records of the work with this key. */
export function recordsWithKey(segments: Segments, workKey: string): number[] {
  const [first, second] = hashesOf(workKey)
  return segments.flatMap(({ index, dead }) => {
    for (let work = 0; work < index.workCount; work += 1) {
      if (index.workHash[2 * work] === first && index.workHash[2 * work + 1] === second)
        return recordsIn(index, work).filter((id) => !isDead(dead, index.docOfRecord[id]))
    }
    return []
  })
}

/** Tells the index that the copies in now at a place have changed. */
export function setInNow(segments: Segments, recordId: number, { place, usesIn }: Pick<HeldAt, 'place' | 'usesIn'>): void {
  const at = standingOf(segments, recordId)
  if (at === null) return
  const { held } = at.index
  for (let e = heldFrom(at.index, at.doc); e < heldTo(at.index, at.doc); e += 1)
    if (placeOfHeld(held[e]) === place) held[e] = heldEntry(place, held[e] & 15, usesIn)
}

/**
 * Records that changes have to speak for: those changed, and with each all records of the works that it was and is of.
 * @param changed numbers of the records that are new, changed or gone
 * @param documents as they are now, of those that are still there
 */
export function spokenForBy(segments: Segments, changed: Iterable<number>, documents: readonly SearchDocument[]): Set<number> {
  const records = new Set(changed)
  for (const id of [...records]) for (const sibling of recordsOfWork(segments, id)) records.add(sibling)
  for (const { workKey } of documents) for (const sibling of recordsWithKey(segments, workKey)) records.add(sibling)
  return records
}

/** The small index of changed records. */
export function changesIndex(placeTree: FacetTree, documents: readonly SearchDocument[]): SearchIndex {
  const builder = new IndexBuilder(placeTree)
  for (const document of documents) builder.add(document)
  return builder.finish()
}

/**
 * Lays changed records over the index as built.
 * @param spokenFor records that the changes speak for, or that are gone
 */
export function withChanges(main: SearchIndex, changes: SearchIndex, spokenFor: readonly number[]): Segments {
  const dead = new Uint32Array(Math.ceil(main.docCount / 32))
  for (const id of spokenFor) {
    const doc = main.docOfRecord[id] ?? -1
    if (doc >= 0) dead[doc >>> 5] |= 1 << (doc & 31)
  }
  return [
    { index: main, dead },
    { index: changes, dead: null },
  ]
}
