/** Whether a hold may be placed, and which copy then serves it. */
import { isInNow, isLost, type Copy } from '../copies/index.ts'
import { verdictOn, type HoldRule, type PickupPlace, type Verdict } from './rules.ts'

export interface Standing {
  category: string
  homeSystem: string
  /** ISO date on which the card ends. */
  expires: string
  owed: number
  owedLimit: number
  activeHolds: number
  holdsLimit: number
  /** A word from the desk that stops everything, null for none. */
  block: string | null
}

/** Why a hold is refused. Each code has its sentence and its remedy in the interface's language. */
export type Refusal =
  | { code: 'card-expired'; date: string }
  | { code: 'card-blocked'; note: string }
  | { code: 'owes-too-much'; owed: number; limit: number }
  | { code: 'too-many-holds'; held: number; limit: number }
  | { code: 'already-held' }
  | { code: 'volume-needed' }
  | { code: 'pickup-not-served' }
  | { code: 'no-copy'; why: 'lost' | 'none' }
  | { code: 'rule'; reason: string; remedy: string | null }

/** What stops this reader whatever they ask for; null for nothing. */
export function standingRefusal(standing: Standing, today: string): Refusal | null {
  if (standing.expires < today) return { code: 'card-expired', date: standing.expires }
  if (standing.block !== null) return { code: 'card-blocked', note: standing.block }
  if (standing.owed > standing.owedLimit) return { code: 'owes-too-much', owed: standing.owed, limit: standing.owedLimit }
  if (standing.activeHolds >= standing.holdsLimit) return { code: 'too-many-holds', held: standing.activeHolds, limit: standing.holdsLimit }
  return null
}

export interface Serving {
  /** The copy set aside now; null when the hold waits in line. */
  copy: Copy | null
  /** What the hold costs: of the copy set aside, else the least of those it may wait for. */
  cost: number
  /** Copies that may fill it. */
  eligible: Copy[]
}

export interface HoldQuestion {
  rules: readonly HoldRule[]
  category: string
  homeSystem: string
  pickup: PickupPlace
  /** Copies of all that would do. */
  copies: readonly Copy[]
  /** Branches that keep nothing from their open shelves for readers who can fetch it themselves. */
  selfServe: ReadonlySet<string>
}

export function servingOf(question: HoldQuestion): Serving | Refusal {
  const there = question.copies.filter((copy) => !isLost(copy))
  if (there.length === 0) return { code: 'no-copy', why: question.copies.length > 0 ? 'lost' : 'none' }
  const judged = there.map((copy) => ({ copy, verdict: verdictFor(question, copy) }))
  const eligible = judged.filter(({ verdict }) => verdict.allowed)
  if (eligible.length === 0) return refusalFrom(judged.map(({ verdict }) => verdict))
  const free = eligible
    .filter(({ copy }) => isInNow(copy))
    .sort((a, b) => preference(question, a) - preference(question, b) || compareBarcodes(a.copy, b.copy))
  const costs = eligible.map(({ verdict }) => verdict.cost)
  return {
    copy: free[0]?.copy ?? null,
    cost: free[0]?.verdict.cost ?? Math.min(...costs),
    eligible: eligible.map(({ copy }) => copy),
  }
}

export function verdictFor(question: HoldQuestion, copy: Copy): Verdict {
  if (
    copy.branch === question.pickup.branch &&
    copy.collectionKind === 'open shelf' &&
    isInNow(copy) &&
    question.selfServe.has(copy.branch)
  ) {
    return {
      allowed: false,
      cost: 0,
      reason: 'This branch keeps nothing from its own open shelves.',
      remedy: 'Fetch it from the shelf yourself, or have it sent to another pickup location.',
    }
  }
  return verdictOn(question.rules, question.category, copy, question.pickup)
}

/** The copy at the pickup location first, then the reader's own libraries, then the cheapest. */
function preference(question: HoldQuestion, { copy, verdict }: { copy: Copy; verdict: Verdict }): number {
  if (copy.branch === question.pickup.branch) return 0
  return 1 + verdict.cost * 4 + (copy.system === question.pickup.system ? 0 : copy.system === question.homeSystem ? 1 : 2)
}

const compareBarcodes = (a: Copy, b: Copy): number => (a.barcode < b.barcode ? -1 : 1)

function refusalFrom(verdicts: readonly Verdict[]): Refusal {
  const spoken = verdicts.find((verdict) => verdict.reason !== null)
  return { code: 'rule', reason: spoken?.reason ?? '', remedy: spoken?.remedy ?? null }
}

export function isRefusal(answer: Serving | Refusal): answer is Refusal {
  return 'code' in answer
}
