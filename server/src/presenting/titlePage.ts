/** One title with everything a reader decides by. */
import type { Description, TitlePage } from '@catalex/contract/title'
import type { OpeningHours } from '@catalex/core/calendar'
import type { BibRecord } from '@catalex/core/catalogue'
import { verdictFor } from '@catalex/core/holds'
import { routesFor, walkInRoutes, type Route } from '@catalex/core/routes'
import { DateTime } from 'luxon'
import { recordsById } from '../catalogue/index.ts'
import { copiesOf, countWaiting, momentOf, type CopyNow } from '../circulation/index.ts'
import type { Queryable } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { borrowerOf, type Reader } from '../readers/index.ts'
import { copyLine, editionLine, ownPlacesFirst } from './copies.ts'

export interface TitleQuestion {
  scope: readonly string[]
  /** Pickup location asked for; null for the reader's own. */
  at: string | null
  reader: Reader | null
  /** ISO time. */
  now: string
}

/**
 * @param workIds records of the same work, this one among them
 * @returns null where the record is not there
 */
export async function titlePage(
  database: Queryable,
  libraries: Libraries,
  { recordId, workIds }: { recordId: number; workIds: readonly number[] },
  question: TitleQuestion,
): Promise<TitlePage | null> {
  const { scope, reader } = question
  const now = DateTime.fromISO(question.now, { zone: libraries.library.timeZone })
  const [records, copies] = await Promise.all([
    recordsById(database, workIds),
    copiesOf(database, libraries, { recordIds: workIds }, momentOf(now).today),
  ])
  const own = records.get(recordId)
  if (!own) return null
  const waiting = await countWaiting(database, [own.controlNumber])
  const at = question.at ?? reader?.homeBranch ?? libraries.defaultPickup
  const ownCopies = ownPlacesFirst(
    copies.filter((copy) => copy.controlNumber === own.controlNumber),
    { libraries, scope, at },
  )
  return {
    controlNumber: own.controlNumber,
    description: descriptionOf(own.record),
    editions: workIds.flatMap((id) => records.get(id) ?? []).map((record) => editionLine(record, copies, scope)),
    ...whatIsPossible(libraries, { scope, reader, now }, at, ownCopies, waiting),
    waiting,
  }
}

/** The copies with what a hold on each would do, and the routes: both for the pickup location, where this reader may collect there. */
function whatIsPossible(
  libraries: Libraries,
  { scope, reader, now }: Pick<TitleQuestion, 'scope' | 'reader'> & { now: DateTime },
  at: string | null,
  copies: readonly CopyNow[],
  waiting: number,
): Pick<TitlePage, 'copies' | 'routes' | 'pickup'> {
  const borrower = borrowerOf(libraries, reader)
  const pickup = at === null ? undefined : libraries.pickup(at, borrower.category)
  const walking = { copies, now, walkable: libraries.branchesIn(scope), hours: hoursOf(libraries) }
  const lineOf = (copy: CopyNow, hold: Parameters<typeof copyLine>[3]) => copyLine(copy, libraries, borrower.category, hold)
  if (!pickup) {
    const refusal = { code: 'pickup-not-served' } as const
    const route: Route = { kind: 'sent over', barcode: null, cost: 0, open: null, queue: null, hereOnly: false, notPossible: refusal }
    return {
      copies: copies.map((copy) => lineOf(copy, { allowed: false, refusal })),
      routes: [...walkInRoutes(walking), route],
      pickup: null,
    }
  }
  const hold = { rules: libraries.holdRules, borrower, pickup, selfServe: libraries.selfServe, copies }
  return {
    copies: copies.map((copy) => lineOf(copy, verdictFor(hold, copy))),
    routes: routesFor({ ...hold, ...walking, waiting }),
    pickup: pickup.branch,
  }
}

const hoursOf = (libraries: Libraries): Map<string, OpeningHours> =>
  new Map(libraries.library.branches.map(({ code, hours, closures }) => [code, { weekly: hours, closures }]))

function descriptionOf(record: BibRecord): Description {
  const { carrier: _, controlNumber: __, nonFiling: ___, fiction: ____, ...description } = record
  return description
}
