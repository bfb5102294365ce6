/** Which copy serves a hold, what it costs, and which may serve it later. */
import type { Minute } from '../calendar/index.ts'
import { isInNow, isLost, wholes, type Copy, type Whole } from '../copies/index.ts'
import type { Delivery } from '../courier/index.ts'
import type { Borrower } from '../policies/index.ts'
import type { Refusal } from './refusals.ts'
import { verdictOn, type HoldRule, type PickupPlace, type Verdict } from './rules.ts'

export interface HoldQuestion {
  rules: readonly HoldRule[]
  borrower: Borrower
  pickup: PickupPlace
  /** Copies of all that would do; a set whose pieces are all among them serves as one. */
  copies: readonly Copy[]
  /** Branches that keep nothing from their open shelves for readers who can fetch it themselves. */
  selfServe: ReadonlySet<string>
  /** How a copy would come to the pickup location; left out, or null, where nobody knows. */
  delivery?: (copy: Copy) => Delivery | null
  /** The branch that the reader wants it from; left out, or null, for the one from which it comes first. */
  from?: string | null
}

/** A branch that could send, with what its best copy costs and how it comes. */
export interface Supplier {
  branch: string
  cost: number
  delivery: Delivery | null
}

export interface Serving {
  /** The copy set aside now; null when the hold waits in the queue. */
  copy: Copy | null
  /** What the hold costs: of the copy set aside, else the least of those it may wait for. */
  cost: number
  /** How the copy set aside comes. */
  delivery: Delivery | null
  /** The pieces that come, of the copy set aside, else of the first that may serve later. */
  brings: readonly Copy[]
  /** Copies that may fill it. */
  eligible: Copy[]
  /** Branches with a copy in now that may be set aside, the best first. */
  suppliers: Supplier[]
}

export function servingOf(question: HoldQuestion): Serving | Refusal {
  const there = wholes(question.copies).filter(({ one }) => !isLost(one))
  if (there.length === 0) return { code: 'no-copy', why: question.copies.length > 0 ? 'lost' : 'none' }
  const verdicts = there.map((whole) => ({ whole, verdict: verdictFor(question, whole.one) }))
  const eligible = verdicts.flatMap(({ whole, verdict }) => (verdict.allowed ? [{ ...whole, cost: verdict.cost }] : []))
  if (eligible.length === 0) return firstSpoken(verdicts.map(({ verdict }) => verdict))
  const free = eligible
    .filter(({ one }) => isInNow(one))
    .map((candidate): Candidate => ({ ...candidate, delivery: lastDelivery(question, candidate.pieces) }))
    .sort((a, b) => preference(question, a, b) || compareBarcodes(a.one, b.one))
  const { from = null } = question
  const best = from === null ? free.at(0) : free.find(({ one }) => one.branch === from)
  if (from !== null && !best) return { code: 'not-from-there' }
  return {
    copy: best?.one ?? null,
    cost: best?.cost ?? Math.min(...eligible.map(({ cost }) => cost)),
    delivery: best?.delivery ?? null,
    brings: (best ?? eligible[0])?.pieces ?? [],
    eligible: eligible.map(({ one }) => one),
    suppliers: firstOfEachBranch(free),
  }
}

function firstOfEachBranch(free: readonly Candidate[]): Supplier[] {
  const branches = new Map<string, Supplier>()
  for (const { one, cost, delivery } of free)
    if (!branches.has(one.branch)) branches.set(one.branch, { branch: one.branch, cost, delivery })
  return [...branches.values()]
}

export function verdictFor({ rules, borrower, pickup, selfServe }: HoldQuestion, copy: Copy): Verdict {
  const fetchable = copy.branch === pickup.branch && copy.collectionKind === 'open shelf' && isInNow(copy)
  if (fetchable && selfServe.has(copy.branch)) return { allowed: false, refusal: { code: 'fetch-yourself' } }
  return verdictOn(rules, borrower, copy, pickup)
}

/**
 * When what serves a hold is in hand, if it is taken from its shelves at another time: the copy set aside with all that it
 * brings; of a place in the queue the soonest of what may serve it, as if it were in. Null where nobody knows.
 */
export function servedAt({ copy, brings, eligible }: Serving, delivery: (copy: Copy) => Delivery | null): Minute | null {
  if (copy) return lastDelivery({ delivery }, brings)?.inHand ?? null
  const times = eligible.flatMap((one) => delivery(one)?.inHand ?? [])
  return times.length > 0 ? Math.min(...times) : null
}

/** A set comes with the last of its pieces; where nobody knows of one, nobody knows of the set. */
function lastDelivery({ delivery }: Pick<HoldQuestion, 'delivery'>, pieces: readonly Copy[]): Delivery | null {
  const all = pieces.map((piece) => delivery?.(piece) ?? null)
  return all.reduce((last, one) => (last && one && (one.inHand > last.inHand ? one : last)) || null)
}

interface Candidate extends Whole<Copy> {
  cost: number
  delivery: Delivery | null
}

/**
 * The copy at the pickup location first; then that which comes first, of equals the cheapest, that of the pickup's system,
 * and that of the reader's own.
 */
function preference({ pickup, borrower }: HoldQuestion, a: Candidate, b: Candidate): number {
  const elsewhere = ({ one }: Candidate) => Number(one.branch !== pickup.branch)
  const comes = ({ delivery }: Candidate) => delivery?.inHand ?? NEVER
  const foreign = ({ one }: Candidate) => (one.system === pickup.system ? 0 : one.system === borrower.homeSystem ? 1 : 2)
  return elsewhere(a) - elsewhere(b) || comes(a) - comes(b) || a.cost - b.cost || foreign(a) - foreign(b)
}

const NEVER = Number.MAX_SAFE_INTEGER

const compareBarcodes = (a: Copy, b: Copy): number => (a.barcode < b.barcode ? -1 : 1)

/** A rule in the library's own words says more than one of ours. */
function firstSpoken(verdicts: readonly Verdict[]): Refusal {
  const refusals = verdicts.flatMap((verdict) => (verdict.allowed ? [] : [verdict.refusal]))
  return refusals.find(({ code }) => code !== 'no-rule') ?? { code: 'no-rule' }
}

/** The copies that would do for a wish: the one named, or all of its records; a journal needs its volume named. */
export function wantedCopies<T extends Copy>(copies: readonly T[], barcode: string | null): T[] | Refusal {
  if (barcode !== null) return copies.filter((copy) => copy.barcode === barcode)
  const volumes = copies.filter((copy) => copy.family === 'journal' && copy.enumeration !== null)
  return volumes.length > 1 ? { code: 'volume-needed' } : [...copies]
}
