/** Builds the index from the database, title by title. */
import { documentOf, IndexBuilder, USE_BITS, type HeldAt, type SearchDocument, type SearchIndex } from '@catalex/core/search'
import { isInNow, isLost } from '@catalex/core/copies'
import type { Libraries } from '../branches/index.ts'
import { everyTitle, otherNamesOf, titlesById } from '../catalogue/index.ts'
import { standingCopies, type StandingCopy } from '../circulation/index.ts'
import type { Database } from '../database/index.ts'

export async function buildIndex(
  database: Database,
  libraries: Libraries,
  today: string,
  progress: (titles: number) => void = () => undefined,
): Promise<SearchIndex> {
  const builder = new IndexBuilder(libraries.placeTree)
  let count = 0
  for await (const documents of everyDocument(database, libraries, today)) {
    for (const document of documents) builder.add(document)
    count += documents.length
    progress(count)
  }
  return builder.finish()
}

/** Every record as the index takes it in; the next are fetched while these are being used. */
export async function* everyDocument(database: Database, libraries: Libraries, today: string): AsyncGenerator<SearchDocument[]> {
  const otherNames = await otherNamesOf(database)
  for await (const titles of everyTitle(database)) {
    const copies = await standingCopies(database, libraries, { from: titles[0].id, to: titles[titles.length - 1].id }, today)
    yield titles.map(({ id, record }) => documentOf(id, record, heldAt(copies.get(id) ?? [], libraries), otherNames))
  }
}

/** These records as the index takes them in; those that are gone are left out. */
export async function documentsOf(
  database: Database,
  libraries: Libraries,
  ids: readonly number[],
  today: string,
): Promise<SearchDocument[]> {
  const [titles, copies, otherNames] = await Promise.all([
    titlesById(database, ids),
    standingCopies(database, libraries, { ids }, today),
    otherNamesOf(database),
  ])
  // Numbers of works follow the order of records, whatever the order in which they are read.
  return [...titles.values()]
    .sort((a, b) => a.id - b.id)
    .map(({ id, record }) => documentOf(id, record, heldAt(copies.get(id) ?? [], libraries), otherNames))
}

export function heldAt(copies: readonly StandingCopy[], libraries: Libraries): HeldAt[] {
  const places = new Map<number, HeldAt>()
  for (const copy of copies) {
    const place = libraries.placeNode(copy.branch, copy.collection)
    if (place === undefined) continue
    const held = places.get(place) ?? { place, uses: 0, usesIn: 0, callKey: copy.sortKey }
    if (!isLost(copy)) held.uses |= USE_BITS[copy.use]
    if (isInNow(copy)) held.usesIn |= USE_BITS[copy.use]
    if (copy.sortKey < held.callKey) held.callKey = copy.sortKey
    places.set(place, held)
  }
  return [...places.values()]
}
