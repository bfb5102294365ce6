/** What leads on from a title. */
import type { RelatedTitles } from '@catalex/contract/related'
import type { ResultRow } from '@catalex/contract/search'
import type { BibRecord } from '@catalex/core/catalogue'
import type { Borrower } from '@catalex/core/policies'
import { parseQuery } from '@catalex/core/query'
import { nearBySubject } from '@catalex/core/related'
import { liveRecordCount, recordsOfWork, recordsWithHeading, type SearchRow, type Segments } from '@catalex/core/search'
import { recordsByControlNumber, recordsById } from '../catalogue/index.ts'
import type { Queryable } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { presentRows } from './rows.ts'

export interface RelatedQuestion {
  controlNumber: string
  scope: readonly string[]
  /** Pickup location. */
  at: string | null
  borrower: Borrower
  today: string
}

/** Titles of each kind that are told. */
const SHOWN = 6
/** Of so many candidates those that are in are chosen. */
const CANDIDATES = 40
const MOST_PEOPLE = 3

/** @returns null where there is no such title */
export async function relatedTitles(
  source: Queryable,
  libraries: Libraries,
  segments: Segments,
  { controlNumber, ...viewing }: RelatedQuestion,
): Promise<RelatedTitles | null> {
  const [own] = await recordsByControlNumber(source, [controlNumber])
  if (!own) return null
  const work = new Set([own.id, ...recordsOfWork(segments, own.id)])
  const rowsOf = async (recordIds: readonly number[]): Promise<ResultRow[]> =>
    presentRows(source, libraries, ofWorks(segments, recordIds), { ...viewing, copies: [], node: NOTHING_SOUGHT })
  const people = own.record.people.slice(0, MOST_PEOPLE).flatMap(({ heading }) => recordsWithHeading(segments, 'person', heading))
  const byPeople = [...new Set(people)].filter((id) => !work.has(id)).sort((a, b) => b - a).slice(0, CANDIDATES) // prettier-ignore
  const subjects = own.record.subjects.map(({ heading }) => recordsWithHeading(segments, 'subject', heading))
  const near = nearBySubject(subjects, liveRecordCount(segments), new Set([...work, ...byPeople]), CANDIDATES)
  const alike = [...(await recordsById(source, near)).values()].filter(({ record }) => isAlike(own.record, record)).map(({ id }) => id)
  const [byRows, nearRows] = await Promise.all([rowsOf(byPeople), rowsOf(near.filter((id) => alike.includes(id)))])
  return {
    byPeople: [...byRows.filter(isIn), ...byRows.filter((row) => !isIn(row))].slice(0, SHOWN),
    near: nearRows.filter(isIn).slice(0, SHOWN),
  }
}

const NOTHING_SOUGHT = parseQuery('').node

/** Each work once, by the record that stands first. */
function ofWorks(segments: Segments, recordIds: readonly number[]): SearchRow[] {
  const seen = new Set<number>()
  return recordIds.flatMap((recordId) => {
    if (seen.has(recordId)) return []
    const work = recordsOfWork(segments, recordId)
    for (const id of work) seen.add(id)
    return [{ recordId, recordIds: work.length > 0 ? work : [recordId], inHand: null }]
  })
}

const isIn = ({ editions }: ResultRow): boolean => editions.some(({ tally }) => tally.inNow > 0)

/** For the same readers: in its language, and neither children's where it is not, nor the other way round. */
const isAlike = (own: BibRecord, other: BibRecord): boolean => own.languages[0] === other.languages[0] && own.audience === other.audience
