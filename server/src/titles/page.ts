/** One title with everything a reader decides by. */
import type { Description, TitlePage } from '@catalex/contract/titles'
import type { TitleRecord } from '@catalex/core/catalogue'
import { verdictFor, type PickupPlace } from '@catalex/core/holds'
import { routesFor } from '@catalex/core/routes'
import type { DateTime } from 'luxon'
import type { Libraries } from '../branches/index.ts'
import { titlesById } from '../catalogue/index.ts'
import { copiesOf, countWaiting } from '../circulation/index.ts'
import type { Database } from '../database/index.ts'
import type { Reader } from '../readers/index.ts'
import { copyLine, editionLine, ownPlacesFirst } from './editions.ts'

export interface TitleQuestion {
  titleId: number
  /** Records of the same work, this one among them. */
  workIds: number[]
  scope: readonly string[]
  pickup: string | undefined
  reader: Reader | null
  now: DateTime
}

export async function titlePage(database: Database, libraries: Libraries, question: TitleQuestion): Promise<TitlePage | null> {
  const { titleId, workIds, scope, reader, now } = question
  const today = now.toISODate() ?? ''
  const [titles, copies, waiting] = await Promise.all([
    titlesById(database, workIds),
    copiesOf(database, libraries, workIds, today),
    countWaiting(database, [titleId]),
  ])
  const title = titles.get(titleId)
  if (!title) return null
  const category = reader?.category ?? libraries.policies.guestCategory
  const homeSystem = (reader && libraries.branch(reader.homeBranch)?.system) ?? ''
  const pickup = pickupOf(libraries, category, question.pickup ?? reader?.homeBranch)
  const own = ownPlacesFirst(
    copies.filter((copy) => copy.recordId === titleId),
    { libraries, scope, pickup: pickup.branch },
  )
  const hold = { rules: libraries.holdRules, category, homeSystem, pickup, selfServe: libraries.selfServe, copies: own }
  return {
    controlNumber: title.controlNumber,
    recordId: title.id,
    description: descriptionOf(title.record),
    editions: workIds.flatMap((id) => titles.get(id) ?? []).map((edition) => editionLine(edition, copies, scope)),
    copies: own.map((copy) => copyLine(copy, libraries, category, verdictFor(hold, copy))),
    routes: routesFor({ ...hold, now, waiting, walkable: libraries.branchesIn(scope), hours: hoursOf(libraries) }),
    waiting,
  }
}

/** The pickup location that was asked for, or the first at which this reader may collect. */
function pickupOf(libraries: Libraries, category: string, wanted: string | undefined): PickupPlace {
  const places = libraries.pickupsFor(category)
  return places.find((place) => place.branch === wanted) ?? places[0]
}

function hoursOf(libraries: Libraries) {
  return new Map(
    libraries.file.branches.map((branch) => [
      branch.code,
      { weekly: branch.hours as Record<string, [string, string][]>, closures: branch.closures },
    ]),
  )
}

function descriptionOf(record: TitleRecord): Description {
  const { carrier, controlNumber, nonFiling, fiction, ...description } = record
  return description
}
