/** One title with everything a reader decides by. */
import { MOST_VOLUMES, type Copies, type CopiesQuery, type CopyLine, type Description, type RouteLine, type TitlePage, type Volumes } from '@catalex/contract/title' // prettier-ignore
import { openingHours, type Minute, type OpeningHours } from '@catalex/core/calendar'
import { yearsOf, type BibRecord } from '@catalex/core/catalogue'
import { isInNow, piecesOf } from '@catalex/core/copies'
import { courseId } from '@catalex/core/courses'
import { verdictFor, type PickupPlace } from '@catalex/core/holds'
import type { Borrower } from '@catalex/core/policies'
import { plainRoute, routesToAny, walkInRoutes, type Route } from '@catalex/core/routes'
import { DateTime } from 'luxon'
import { recordsById } from '../catalogue/index.ts'
import { copiesOf, countWaiting, isHoldable, deliveryLine, momentOf, type CopyNow } from '../circulation/index.ts'
import type { Queryable } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { borrowerOf, type Reader } from '../readers/index.ts'
import { copyLine, editionLine, ownPlacesFirst } from './copies.ts'
import { MOST_ON_PAGE, someEditions } from './editions.ts'
import { grouped } from './grouped.ts'

export interface TitleQuestion {
  scope: readonly string[]
  /** Pickup location asked for; null for the reader's own. */
  at: string | null
  /** Barcode of the one volume to which routes are asked for; null for any copy. */
  volume: string | null
  reader: Reader | null
  /** ISO time. */
  now: string
}

/** Copies of a place that the page shows before anybody asks for more. */
const SHOWN_OF_A_PLACE = 12

/**
 * @param workIds records of the same work, this one among them
 * @returns null where the record is not there
 */
export async function titlePage(
  database: Queryable,
  libraries: Libraries,
  { recordId, workIds: all }: { recordId: number; workIds: readonly number[] },
  question: TitleQuestion,
  /** Control numbers of other editions that would do. */
  alsoGood: readonly string[] = [],
): Promise<TitlePage | null> {
  const workIds = someEditions(all, recordId, MOST_ON_PAGE)
  const [records, copies] = await Promise.all([
    recordsById(database, workIds),
    copiesOf(database, libraries, { recordIds: workIds }, momentOf(timeOf(question, libraries)).minute),
  ])
  const own = records.get(recordId)
  if (!own) return null
  const asker = askerOf(question, libraries)
  const good = [...records.values()]
    .map(({ controlNumber }) => controlNumber)
    .filter((one) => one === own.controlNumber || alsoGood.includes(one))
  const [waiting, waitingForAny] = await Promise.all([countWaiting(database, [own.controlNumber]), countWaiting(database, good)])
  const goodCopies = ownPlacesFirst(
    copies.filter((copy) => good.includes(copy.controlNumber)),
    { libraries, scope: question.scope, near: asker.near },
  )
  const ownCopies = goodCopies.filter((copy) => copy.controlNumber === own.controlNumber)
  const asked = (some: readonly CopyNow[]) => (question.volume === null ? some : some.filter(({ barcode }) => barcode === question.volume))
  const holdable = isHoldable(libraries, asker.borrower, asked(goodCopies), question.now)
  const routes = routesTo(libraries, question, asker, { any: { copies: asked(goodCopies), waiting: waitingForAny }, own: { copies: asked(ownCopies), waiting }, holdable }) // prettier-ignore
  const byEdition = grouped(copies, ({ controlNumber }) => controlNumber)
  const byPlace = grouped(ownCopies, ({ branch }) => branch)
  const started = new Set(routes.map(({ barcode }) => barcode))
  const first = new Set([...byPlace.values()].flatMap((there) => there.slice(0, SHOWN_OF_A_PLACE)))
  const shown = goodCopies.filter((copy) => first.has(copy) || started.has(copy.barcode))
  return {
    controlNumber: own.controlNumber,
    description: descriptionOf(own.record),
    moreEditions: all.length - workIds.length,
    editions: workIds
      .flatMap((id) => records.get(id) ?? [])
      .map((record) => editionLine(record, byEdition.get(record.controlNumber) ?? [], question.scope)),
    places: [...byPlace].map(([branch, there]) => placeLine(branch, there)),
    copies: linesOf(libraries, asker, shown, goodCopies),
    routes: routes.map((route) =>
      routeLine(route, goodCopies, (copies) => (asker.pickup ? libraries.latestAt(asker.pickup.code, question.now, copies) : null)),
    ),
    pickup: asker.pickup?.code ?? null,
    holdable,
    waiting,
    courses: libraries.courses
      .filter(({ texts }) => texts.some((text) => text.controlNumber === own.controlNumber))
      .map((course) => ({ id: courseId(course), name: course.name })),
  }
}

export type WhichCopies = Pick<CopiesQuery, 'branch' | 'barcode' | 'find' | 'from' | 'size'>

/** Every volume, as briefly as a table of them needs. */
export async function titleVolumes(database: Queryable, libraries: Libraries, recordId: number, question: TitleQuestion): Promise<Volumes> {
  const { near } = askerOf(question, libraries)
  const copies = await copiesOf(database, libraries, { recordIds: [recordId] }, momentOf(timeOf(question, libraries)).minute)
  const ordered = ownPlacesFirst(copies, { libraries, scope: question.scope, near }).slice(0, MOST_VOLUMES)
  return {
    volumes: ordered.map((copy) => ({
      barcode: copy.barcode,
      branch: copy.branch,
      enumeration: copy.enumeration,
      status: copy.status,
      statusText: copy.status === 'other' ? copy.stored.statusText : null,
      inNow: isInNow(copy),
      due: copy.due,
    })),
  }
}

/** A page of a title's copies, own places first, of one branch or with what is sought. */
export async function titleCopies(
  database: Queryable,
  libraries: Libraries,
  recordId: number,
  question: TitleQuestion,
  { branch, barcode, find, from, size }: WhichCopies,
): Promise<Copies> {
  const asker = askerOf(question, libraries)
  const copies = await copiesOf(database, libraries, { recordIds: [recordId] }, momentOf(timeOf(question, libraries)).minute)
  const sought = find.trim().toLowerCase()
  const meant = copies.filter((copy) => (branch === undefined || copy.branch === branch) && (barcode === undefined || copy.barcode === barcode) && (sought === '' || saidOf(copy, libraries).includes(sought))) // prettier-ignore
  const ordered = ownPlacesFirst(meant, { libraries, scope: question.scope, near: asker.near })
  return { count: ordered.length, copies: linesOf(libraries, asker, ordered.slice(from, from + size), copies) }
}

const saidOf = ({ enumeration, branch, stored }: CopyNow, libraries: Libraries): string =>
  `${enumeration ?? ''} ${libraries.branch(branch)?.name ?? ''} ${stored.callText}`.toLowerCase()

const timeOf = ({ now }: TitleQuestion, libraries: Libraries): DateTime => DateTime.fromISO(now, { zone: libraries.zone })

/** For whom it is all shown: the pickup location asked for, where this reader may collect there. */
interface Asker {
  /** Branch whose copies come first. */
  near: string | null
  borrower: Borrower
  pickup: PickupPlace | undefined
}

function askerOf({ at: asked, reader }: TitleQuestion, libraries: Libraries): Asker {
  const borrower = borrowerOf(libraries, reader)
  const at = asked ?? libraries.pickups.usualOf(reader)
  const pickup = at === null ? undefined : libraries.pickups.at(at, borrower.category)
  return { near: libraries.pickups.branchOf(at), borrower, pickup }
}

function placeLine(branch: string, copies: readonly CopyNow[]): TitlePage['places'][number] {
  const due = copies.flatMap((copy) => copy.due ?? []).sort()
  return {
    branch,
    owned: copies.length,
    inNow: copies.filter(isInNow).length,
    due: due.at(0) ?? null,
    status: copies.at(0)?.status ?? 'missing',
  }
}

/** @param all the copies among which a hold would choose */
function linesOf(libraries: Libraries, { borrower, pickup }: Asker, shown: readonly CopyNow[], all: readonly CopyNow[]): CopyLine[] {
  const refusal = { code: 'pickup-not-served' } as const
  const verdict = (copy: CopyNow): CopyLine['hold'] =>
    pickup
      ? verdictFor({ rules: libraries.holdRules, borrower, pickup, selfServe: libraries.selfServe, copies: all }, copy)
      : { allowed: false, refusal }
  return shown.map((copy) => copyLine(copy, { libraries, borrower, all }, verdict(copy)))
}

function routesTo(
  libraries: Libraries,
  question: TitleQuestion,
  { borrower, pickup }: Asker,
  { any, own, holdable }: Record<'any' | 'own', { copies: readonly CopyNow[]; waiting: number }> & { holdable: boolean },
): Route[] {
  const walking = {
    copies: any.copies,
    now: timeOf(question, libraries),
    walkable: libraries.branchesIn(question.scope),
    hours: hoursOf(libraries),
  }
  if (pickup)
    return routesToAny(
      {
        rules: libraries.holdRules,
        borrower,
        pickup,
        selfServe: libraries.selfServe,
        delivery: libraries.deliveriesTo(pickup.code, question.now),
        ...walking,
        waiting: any.waiting,
        loanRules: libraries.loanRules,
        scanRules: libraries.scanRules,
        outsideRules: libraries.outsideRules,
        unheld: !holdable,
      },
      own,
    )
  return [...walkInRoutes(walking), { ...plainRoute('sent over'), notPossible: { code: 'pickup-not-served' } }]
}

function routeLine(route: Route, copies: readonly CopyNow[], latestOf: (pieces: readonly CopyNow[]) => Minute | null): RouteLine {
  const copy = copies.find(({ barcode }) => barcode === route.barcode)
  return {
    ...route,
    delivery: route.delivery && deliveryLine(route.delivery, copy ? latestOf(piecesOf(copy, copies)) : null),
    edition: copy?.controlNumber ?? null,
  }
}

const hoursOf = (libraries: Libraries): Map<string, OpeningHours> =>
  new Map(libraries.library.branches.map((branch) => [branch.code, openingHours(branch)]))

function descriptionOf(record: BibRecord): Description {
  const { carrier: _, controlNumber: __, nonFiling: ___, fiction: ____, year: _____, lastYear: ______, ...description } = record
  return { ...description, years: yearsOf(record) }
}
