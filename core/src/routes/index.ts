/** Routes: every way to get a title into this reader's hands, best first, each with its place or the reason why not. */
import type { DateTime } from 'luxon'
import { openState, type OpeningHours } from '../calendar/index.ts'
import type { Delivery } from '../courier/index.ts'
import { isInNow, isLost, isReachable, type Copy } from '../copies/index.ts'
import { loanLength, type LoanLength, type LoanRule } from '../loans/index.ts'
import { isRefusal, servingOf, wantedCopies, type HoldQuestion, type Refusal } from '../holds/index.ts'
import { outsideOffer, scanCost, scanOffer, type OutsideOffer, type OutsideRule, type ScanOffer, type ScanRule } from '../requests/index.ts'

export const ROUTE_KINDS = ['walk in', 'kept for you', 'sent over', 'in the queue', 'scanned', 'from outside'] as const
export type RouteKind = (typeof ROUTE_KINDS)[number]

/** Whether it is taken by a hold. */
export const isHoldRoute = (kind: RouteKind): boolean => kind === 'kept for you' || kind === 'sent over' || kind === 'in the queue'

export interface Route {
  kind: RouteKind
  /** The copy it starts from; null for a place in the queue, where any copy will do. */
  barcode: string | null
  cost: number
  /** Walk in: whether the branch is open, till when or from when on (ISO date and time with offset). */
  open: { now: boolean; until: string | null; opens: string | null } | null
  /** In the queue: readers waiting before this one, and copies that may serve. */
  queue: { before: number; copies: number } | null
  /** Read it there: the copy doesn't leave the building. */
  hereOnly: boolean
  /** Kept or sent: how and when it comes; null where nobody knows. */
  delivery: Delivery | null
  /** Scanned, or from outside: on what terms, and by which ISO date as a rule. */
  asked: { scan: ScanOffer | null; outside: OutsideOffer | null; by: string } | null
  notPossible: Refusal | null
  /** Where it is not possible: the nearest branch that lends a copy on the spot to this reader who comes. */
  lends: { branch: string; loan: LoanLength } | null
}

export interface WalkInQuestion {
  copies: readonly Copy[]
  now: DateTime
  hours: ReadonlyMap<string, OpeningHours>
  /** Branches where walking in is offered, nearest first. */
  walkable: readonly string[]
}

/** Walking in is offered at the pickup location before all others. */
export interface RoutesQuestion extends HoldQuestion, WalkInQuestion {
  /** Readers who wait for any of these copies. */
  waiting: number
  loanRules: readonly LoanRule[]
  scanRules: readonly ScanRule[]
  outsideRules: readonly OutsideRule[]
  /** Whether none of it can be held, wherever somebody collects: then it is asked for outside. */
  unheld: boolean
}

export function routesFor(question: RoutesQuestion): Route[] {
  const held = holdRoutes(question)
  const near = [question.pickup.branch, ...question.walkable]
  return [...walkInRoutes({ ...question, walkable: near }), ...held, ...askedRoutes(question)].sort(
    (a, b) => Number(a.notPossible !== null) - Number(b.notPossible !== null),
  )
}

/** A part of it, or another library's copy: after what brings the whole from here. */
function askedRoutes({ copies, borrower, scanRules, outsideRules, unheld, now }: RoutesQuestion): Route[] {
  const scannable = wantedCopies(copies, null)
  const scan = isRefusal(scannable) ? null : scanOffer(scannable, scanRules, borrower)
  const outside = unheld ? outsideOffer(outsideRules, borrower) : null
  const by = (days: number) => now.plus({ days }).toISODate() ?? ''
  const routes: Route[] = []
  if (scan && isRefusal(scan)) routes.push({ ...plainRoute('scanned'), notPossible: scan })
  else if (scan) routes.push({ ...plainRoute('scanned'), barcode: scan.barcode, cost: scanCost(scan, 1), asked: { scan, outside: null, by: by(scan.days) } }) // prettier-ignore
  if (outside && isRefusal(outside)) routes.push({ ...plainRoute('from outside'), notPossible: outside })
  else if (outside) routes.push({ ...plainRoute('from outside'), cost: outside.cost, asked: { scan: null, outside, by: by(outside.days) } })
  return routes
}

/** Routes to any of several editions; where the one in view is reached just as well, to that. */
export function routesToAny(question: RoutesQuestion, inView: { copies: readonly Copy[]; waiting: number }): Route[] {
  const own = routesFor({ ...question, ...inView })
  if (inView.copies.length === question.copies.length && inView.waiting === question.waiting) return own
  const branchOf = new Map(question.copies.map(({ barcode, branch }) => [barcode, branch]))
  const equal = (a: Route, b: Route) =>
    a.kind === b.kind &&
    a.cost === b.cost &&
    a.hereOnly === b.hereOnly &&
    a.delivery?.inHand === b.delivery?.inHand &&
    a.asked?.by === b.asked?.by &&
    a.notPossible === null &&
    a.queue === null &&
    (a.kind !== 'walk in' || branchOf.get(a.barcode ?? '') === branchOf.get(b.barcode ?? ''))
  return routesFor(question).map((route) => own.find((other) => equal(other, route)) ?? route)
}

/** The nearest branch with a copy to borrow, and the nearest with one to read there when there is none to borrow. */
export function walkInRoutes(question: WalkInQuestion): Route[] {
  const { walkable: near } = question
  const standing = question.copies
    .filter((copy) => isInNow(copy) && isReachable(copy) && near.includes(copy.branch))
    .sort((a, b) => Number(a.use === 'here only') - Number(b.use === 'here only') || near.indexOf(a.branch) - near.indexOf(b.branch))
  const [best] = standing
  if (!best) return []
  return [{ ...plainRoute('walk in'), barcode: best.barcode, hereOnly: best.use === 'here only', open: openAt(question, best.branch) }]
}

function openAt(question: WalkInQuestion, branch: string): Route['open'] {
  const hours = question.hours.get(branch)
  if (!hours) return null
  const state = openState(hours, question.now)
  return state.open
    ? { now: true, until: state.until.toISO(), opens: null }
    : { now: false, until: null, opens: state.opens?.toISO() ?? null }
}

function holdRoutes(question: RoutesQuestion): Route[] {
  const serving = servingOf(question)
  if (isRefusal(serving)) return [{ ...plainRoute(kindRefused(question)), notPossible: serving, lends: lendingOf(question) }]
  if (serving.copy === null) {
    return [{ ...plainRoute('in the queue'), cost: serving.cost, queue: { before: question.waiting, copies: serving.eligible.length } }]
  }
  const kind = serving.copy.branch === question.pickup.branch ? 'kept for you' : 'sent over'
  return [{ ...plainRoute(kind), barcode: serving.copy.barcode, cost: serving.cost, delivery: serving.delivery }]
}

/** The route that a refusal speaks of: the one that would have been taken. */
function kindRefused(question: RoutesQuestion): RouteKind {
  const free = question.copies.filter((copy) => isInNow(copy))
  if (free.some((copy) => copy.branch === question.pickup.branch)) return 'kept for you'
  return free.length > 0 || question.copies.every((copy) => isLost(copy)) ? 'sent over' : 'in the queue'
}

/** A library that sends nothing may still lend at its own desk. */
function lendingOf({ copies, loanRules, borrower, pickup, walkable }: RoutesQuestion): Route['lends'] {
  const near = [pickup.branch, ...walkable]
  const distance = ({ branch }: Copy) => (near.includes(branch) ? near.indexOf(branch) : near.length)
  for (const copy of copies.filter((one) => isInNow(one) && isReachable(one)).sort((a, b) => distance(a) - distance(b))) {
    const loan = loanLength(loanRules, borrower, copy)
    if (loan) return { branch: copy.branch, loan }
  }
  return null
}

/** A route of which nothing is known yet. */
export const plainRoute = (kind: RouteKind): Route => ({
  kind,
  barcode: null,
  cost: 0,
  open: null,
  queue: null,
  hereOnly: false,
  delivery: null,
  asked: null,
  notPossible: null,
  lends: null,
})
