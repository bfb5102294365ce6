/** The delta segment: records that have changed since the base segment was built, and availability updated in place. */
import { IndexBuilder } from '../store/builder.ts'
import type { SearchIndex } from '../store/columns.ts'
import type { HeldAt, SearchDocument } from '../store/document.ts'
import { heldEntry, heldFrom, heldTo, placeOfHeld } from '../store/rows.ts'
import type { FacetTree } from '../store/tree.ts'
import { locate, recordsOfWork, recordsWithKey, type Segments } from './segments.ts'

/** Updates in place which copies at one place are in now. */
export function setInNow(segments: Segments, recordId: number, { place, usesIn }: Pick<HeldAt, 'place' | 'usesIn'>): void {
  const at = locate(segments, recordId)
  if (at === null) return
  const { held } = at.index
  for (let e = heldFrom(at.index, at.doc); e < heldTo(at.index, at.doc); e += 1) {
    const entry = held[e] ?? 0
    if (placeOfHeld(entry) === place) held[e] = heldEntry(place, entry & 15, usesIn)
  }
}

/**
 * Records that a new delta segment has to hold: those that changed, and with each all records of the works that it was
 * and is of, since a work is never split between segments.
 * @param changed numbers of the records that are new, changed or gone
 * @param documents as they are now, of those that are still there
 */
export function recordsToSupersede(segments: Segments, changed: Iterable<number>, documents: readonly SearchDocument[]): Set<number> {
  const records = new Set(changed)
  for (const id of [...records]) for (const sibling of recordsOfWork(segments, id)) records.add(sibling)
  for (const workKey of new Set(documents.map((document) => document.workKey)))
    for (const sibling of recordsWithKey(segments, workKey)) records.add(sibling)
  return records
}

export function buildDelta(placeTree: FacetTree, documents: readonly SearchDocument[], filedIn?: string): SearchIndex {
  const builder = new IndexBuilder(placeTree, filedIn)
  for (const document of documents) builder.add(document)
  return builder.finish()
}

/**
 * The base segment with a delta segment over it.
 * @param superseded records that are in the delta segment, or deleted
 */
export function withDelta(base: SearchIndex, delta: SearchIndex, superseded: readonly number[]): Segments {
  const bits = new Uint32Array(Math.ceil(base.docCount / 32))
  for (const id of superseded) {
    const doc = base.docOfRecord[id] ?? -1
    if (doc >= 0) bits[doc >>> 5] = (bits[doc >>> 5] ?? 0) | (1 << (doc & 31))
  }
  return [
    { index: base, superseded: bits },
    { index: delta, superseded: null },
  ]
}
