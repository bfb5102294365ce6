/** Records and their copies as the index takes them in. */
import { filingOf } from '@catalex/core/text'
import { isInNow, isLost } from '@catalex/core/copies'
import {
  documentOf,
  IndexBuilder,
  USE_BITS,
  type FacetTree,
  type HeldAt,
  type SearchDocument,
  type SearchIndex,
} from '@catalex/core/search'
import { everyRecord, otherNamesOf, recordsById } from '../../catalogue/index.ts'
import { copiesForIndex, type IndexedCopy } from '../../circulation/index.ts'
import type { Queryable } from '../../database/index.ts'
import { placeCode, type Libraries } from '../../libraries/index.ts'

/** Nodes of a place tree by their codes. */
export type PlaceNodes = ReadonlyMap<string, number>
export const placeNodes = ({ codes }: FacetTree): PlaceNodes => new Map(codes.map((code, node) => [code, node]))

/** Where copies are looked up, and in which tree their places are counted. */
export interface Sources {
  database: Queryable
  libraries: Libraries
  places: PlaceNodes
  /** ISO date. */
  today: string
}

export async function buildIndex(
  database: Queryable,
  libraries: Libraries,
  today: string,
  progress: (records: number) => void = () => undefined,
): Promise<SearchIndex> {
  const tree = libraries.placeTree()
  const builder = new IndexBuilder(tree, libraries.language)
  let count = 0
  for await (const documents of everyDocument({ database, libraries, places: placeNodes(tree), today })) {
    for (const document of documents) builder.add(document)
    count += documents.length
    progress(count)
  }
  return builder.finish()
}

/** Every record as the index takes it in; the next are fetched while these are being used. */
export async function* everyDocument({ database, libraries, places, today }: Sources): AsyncGenerator<SearchDocument[]> {
  const otherNames = await otherNamesOf(database)
  const filing = filingOf(libraries.language)
  for await (const records of everyRecord(database)) {
    const ids = records.map(({ id }) => id)
    const copies = await copiesForIndex(database, libraries, { from: ids.at(0) ?? 0, to: ids.at(-1) ?? 0 }, today)
    yield records.map(({ id, record }) => documentOf(id, record, heldAt(copies.get(id) ?? [], places), otherNames, filing))
  }
}

/** These records as the index takes them in; those that are gone are left out. */
export async function documentsOf({ database, libraries, places, today }: Sources, ids: readonly number[]): Promise<SearchDocument[]> {
  const [records, copies, otherNames] = await Promise.all([
    recordsById(database, ids),
    copiesForIndex(database, libraries, { ids }, today),
    otherNamesOf(database),
  ])
  const filing = filingOf(libraries.language)
  // Numbers of works follow the order of records, whatever the order in which they are read.
  return [...records.values()]
    .sort((a, b) => a.id - b.id)
    .map(({ id, record }) => documentOf(id, record, heldAt(copies.get(id) ?? [], places), otherNames, filing))
}

/** Copies by place; those at a place that the tree does not have are left out. */
export function heldAt(copies: readonly IndexedCopy[], nodes: PlaceNodes): HeldAt[] {
  const places = new Map<number, HeldAt>()
  for (const copy of copies) {
    const place = nodes.get(placeCode(copy.branch, copy.collection))
    if (place === undefined) continue
    const held: HeldAt = places.get(place) ?? { place, uses: 0, usesIn: 0, callKey: copy.sortKey, acquired: null }
    if (!isLost(copy)) held.uses |= USE_BITS[copy.use]
    if (isInNow(copy)) held.usesIn |= USE_BITS[copy.use]
    if (copy.sortKey < held.callKey) held.callKey = copy.sortKey
    if (copy.acquired !== null && copy.acquired > (held.acquired ?? '')) held.acquired = copy.acquired
    places.set(place, held)
  }
  return [...places.values()]
}
