/** Rows as the screen shows them: who, year, editions with what is in now, and the nearest copy. */
import type { SearchQuery, SearchRowLine } from '@catalex/contract/search'
import type { TitleRecord } from '@catalex/core/catalogue'
import { isInNow } from '@catalex/core/copies'
import {
  facetValuesOf,
  languageOf,
  otherNamesIn,
  textsOf,
  whyMatched,
  type OtherNames,
  type QueryNode,
  type SearchRow,
} from '@catalex/core/search'
import type { Libraries } from '../branches/index.ts'
import { otherNamesOf, titlesById, type StoredTitle } from '../catalogue/index.ts'
import { byTitle, copiesOf, type CopyNow } from '../circulation/index.ts'
import type { Database } from '../database/index.ts'
import { editionLine, inScope, nearestFirst, shelfPlaceOf, type Whose } from '../titles/index.ts'

/** What the rows are dressed for. */
export interface Viewing {
  query: SearchQuery
  /** The query as it was read. */
  node: QueryNode
  pickup: string | undefined
  today: string
}

export async function dressRows(
  database: Database,
  libraries: Libraries,
  rows: readonly SearchRow[],
  { query, node, pickup, today }: Viewing,
): Promise<SearchRowLine[]> {
  const ids = rows.flatMap((row) => row.recordIds)
  const [titles, copies] = await Promise.all([titlesById(database, ids), copiesOf(database, libraries, ids, today)])
  const headings = [...titles.values()].flatMap(({ record }) => Object.values(facetValuesOf(record)).flat())
  // Counts and the nearest copy speak of the places chosen: those narrowed to, else the scope.
  const whose = { libraries, scope: query.place.length > 0 ? query.place : query.in, pickup }
  const dressing = { whose, copies: byTitle(copies), node, otherNames: await otherNamesOf(database, headings) }
  return rows.flatMap((row) => {
    const title = titles.get(row.recordId)
    return title ? [rowFrom(title, row.recordIds.flatMap((id) => titles.get(id) ?? []), dressing)] : [] // prettier-ignore
  })
}

interface Dressing {
  whose: Whose
  copies: Map<number, CopyNow[]>
  node: QueryNode
  otherNames: OtherNames
}

function rowFrom(title: StoredTitle, editions: readonly StoredTitle[], { whose, copies, node, otherNames }: Dressing): SearchRowLine {
  const { record } = title
  const all = editions.flatMap((edition) => copies.get(edition.id) ?? [])
  return {
    controlNumber: title.controlNumber,
    recordId: title.id,
    title: record.title,
    remainder: record.remainder,
    who: whoOf(record),
    year: record.year,
    series: record.series[0] ?? null,
    editions: editions.map((edition) => editionLine(edition, all, whose.scope)),
    why: whyMatched({ texts: textsOf(record), language: languageOf(record) }, node, otherNamesIn(record, otherNames)),
    nearest: nearestOf(copies.get(title.id) ?? [], whose),
  }
}

function nearestOf(copies: readonly CopyNow[], whose: Whose): SearchRowLine['nearest'] {
  const [copy] = nearestFirst(
    copies.filter((candidate) => inScope(candidate, whose.scope)),
    whose,
  )
  if (!copy) return null
  return { place: shelfPlaceOf(copy, whose.libraries), inNow: isInNow(copy), status: copy.status, use: copy.use, due: copy.due }
}

/** The main entry, else those with the first roles; names in the order in which they are spoken. */
function whoOf(record: TitleRecord): string[] {
  const main = record.people.filter((person) => person.main)
  const shown = main.length > 0 ? main : record.people.slice(0, 2)
  return shown.map((person) => (person.kind === 'person' ? spoken(person.name) : person.name))
}

function spoken(name: string): string {
  const [family, given] = name.split(/,\s*/, 2)
  return given ? `${given} ${family}` : name
}
