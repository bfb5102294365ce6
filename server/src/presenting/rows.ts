/** Rows as the screen shows them: who, year, editions with what is in now, and the nearest copy. */
import type { ResultRow } from '@catalex/contract/search'
import type { BibRecord } from '@catalex/core/catalogue'
import { isInNow } from '@catalex/core/copies'
import type { Borrower } from '@catalex/core/policies'
import { parseQuery, type Availability, type QueryNode } from '@catalex/core/query'
import { facetValuesOf, languageOf, otherNamesIn, recordsOfWork, textsOf, whyMatched, type OtherNames, type SearchRow, type Segments } from '@catalex/core/search' // prettier-ignore
import { otherNamesOf, recordIdsOf, recordsById, type StoredRecord } from '../catalogue/index.ts'
import { copiesOf, momentAt, type CopyNow } from '../circulation/index.ts'
import type { Queryable } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { editionLine, inScope, meeting, nearestFirst, shelfPlaceOf, type Whose } from './copies.ts'
import { MOST_IN_ROW, someEditions } from './editions.ts'
import { grouped } from './grouped.ts'

/** For whom rows are presented. */
export interface Viewing {
  /** Places of which counts and the nearest copy speak. */
  scope: readonly string[]
  /** What is asked of copies: the one that is named has to meet it. */
  copies: readonly Availability[]
  borrower: Borrower
  /** The query as it was read. */
  node: QueryNode
  /** Pickup location. */
  at: string | null
  today: string
}

export async function presentRows(
  database: Queryable,
  libraries: Libraries,
  found: readonly SearchRow[],
  { scope, copies: asked, borrower, node, at, today }: Viewing,
): Promise<ResultRow[]> {
  const rows = found.map((row) => ({ ...row, told: someEditions(row.recordIds, row.recordId, MOST_IN_ROW) }))
  const recordIds = rows.flatMap(({ told }) => told)
  const [records, copies] = await Promise.all([recordsById(database, recordIds), copiesOf(database, libraries, { recordIds }, today)])
  const facets = new Map([...records.values()].map(({ id, record }) => [id, facetValuesOf(record)]))
  const headings = [...facets.values()].flatMap((values) => Object.values(values).flat())
  const context = {
    whose: { libraries, scope, near: libraries.pickups.branchOf(at) },
    meets: meeting(libraries, asked, { borrower, at }),
    copies: grouped(copies, ({ controlNumber }) => controlNumber),
    node,
    otherNames: await otherNamesOf(database, headings),
  }
  return rows.flatMap((row) => {
    const own = records.get(row.recordId)
    if (!own) return []
    const editions = row.told.flatMap((id) => records.get(id) ?? [])
    const moreEditions = row.recordIds.length - row.told.length
    return [{ ...rowFrom(own, editions, context), moreEditions, inHand: row.inHand === null ? null : momentAt(row.inHand) }]
  })
}

export interface RowsQuestion extends Pick<Viewing, 'scope' | 'borrower' | 'at' | 'today'> {
  controlNumbers: readonly string[]
}

/** Rows of titles that somebody has gathered: each of its own record, beside the other editions of its work. */
export async function rowsOf(database: Queryable, libraries: Libraries, segments: Segments, asked: RowsQuestion): Promise<ResultRow[]> {
  const { controlNumbers, ...viewing } = asked
  const ids = await recordIdsOf(database, controlNumbers)
  const rows = [...new Set(controlNumbers)].flatMap((number) => {
    const recordId = ids.get(number)
    if (recordId === undefined) return []
    const work = recordsOfWork(segments, recordId)
    return [{ recordId, recordIds: work.length > 0 ? work : [recordId], inHand: null }]
  })
  return presentRows(database, libraries, rows, { ...viewing, copies: [], node: NOTHING_SOUGHT })
}

const NOTHING_SOUGHT = parseQuery('').node

interface Context {
  whose: Whose
  meets(copy: CopyNow): boolean
  copies: Map<string, CopyNow[]>
  node: QueryNode
  otherNames: OtherNames
}

function rowFrom(
  own: StoredRecord,
  editions: readonly StoredRecord[],
  { whose, meets, copies, node, otherNames }: Context,
): Omit<ResultRow, 'inHand' | 'moreEditions'> {
  const { record, controlNumber } = own
  return {
    controlNumber,
    title: record.title,
    remainder: record.remainder,
    who: whoOf(record),
    year: record.year,
    series: record.series[0] ?? null,
    titleInScript: record.titleInScript,
    online: editions.flatMap((edition) => edition.record.online).at(0) ?? null,
    editions: editions.map((edition) => editionLine(edition, copies.get(edition.controlNumber) ?? [], whose.scope)),
    why: whyMatched({ texts: textsOf(record), language: languageOf(record) }, node, otherNamesIn(record, otherNames)),
    nearest: nearestOf((copies.get(controlNumber) ?? []).filter(meets), whose),
  }
}

function nearestOf(copies: readonly CopyNow[], whose: Whose): ResultRow['nearest'] {
  const [copy] = nearestFirst(
    copies.filter((candidate) => inScope(candidate, whose.scope)),
    whose,
  )
  if (!copy) return null
  return { place: shelfPlaceOf(copy, whose.libraries), inNow: isInNow(copy), status: copy.status, use: copy.use, due: copy.due }
}

/** The main entry, else those with the first roles; names in the order in which they are spoken. */
export function whoOf({ people }: BibRecord): string[] {
  const main = people.filter((person) => person.main)
  const shown = main.length > 0 ? main : people.slice(0, 2)
  return shown.map(({ spoken }) => spoken)
}
