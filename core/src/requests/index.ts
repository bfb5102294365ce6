/** What readers ask for beside holds: a scan of a part, a copy from outside these libraries, a purchase. */
import { isInNow, type Copy } from '../copies/index.ts'
import type { Refusal } from '../holds/index.ts'
import { borrowerFits, conditionsHold, type Borrower, type RuleConditions } from '../policies/index.ts'

export { REQUEST_KINDS, type RequestKind } from './kinds.ts'
export * from './states.ts'

/** Requests of one reader that are not done yet. */
export const MOST_REQUESTS = 20
/** Pages that anybody may name. */
export const MOST_PAGES = 500

/** A line that refuses says why, in the words of the library. */
interface Decision {
  allow: boolean
  /** In hundredths of the currency. */
  cost: number
  /** Days that it usually takes. */
  days: number
  reason: string | null
  remedy: string | null
}

/** The first line that has the reader and the copy decides. */
export interface ScanRule extends RuleConditions, Decision {
  /** What each page costs on top, in hundredths. */
  perPage: number
  mostPages: number
}

/** The first line that has the reader decides. */
export interface OutsideRule extends Pick<RuleConditions, 'categories' | 'homes'>, Decision {}

export interface ScanOffer {
  /** The copy that is scanned. */
  barcode: string
  branch: string
  cost: number
  perPage: number
  mostPages: number
  days: number
}

export type OutsideOffer = Pick<Decision, 'cost' | 'days'>

/** @returns the cheapest offer of all owners, then the quickest; why none scans it; or null where nobody says anything of it */
export function scanOffer(copies: readonly Copy[], rules: readonly ScanRule[], borrower: Borrower): ScanOffer | Refusal | null {
  const decided = copies.filter(isInNow).flatMap((copy) => {
    const rule = rules.find((one) => conditionsHold(one, borrower, copy))
    return rule ? [{ copy, rule }] : []
  })
  const [best] = decided
    .filter(({ rule }) => rule.allow)
    .sort((a, b) => scanCost(a.rule, 1) - scanCost(b.rule, 1) || a.rule.days - b.rule.days || (a.copy.barcode < b.copy.barcode ? -1 : 1))
  if (best) {
    const { cost, perPage, mostPages, days } = best.rule
    return { barcode: best.copy.barcode, branch: best.copy.branch, cost, perPage, mostPages, days }
  }
  const [refused] = decided
  return refused ? refusalOf(refused.rule) : null
}

/** @returns null where nobody says anything of it */
export function outsideOffer(rules: readonly OutsideRule[], borrower: Borrower): OutsideOffer | Refusal | null {
  const rule = rules.find((one) => borrowerFits(one, borrower, null))
  if (!rule) return null
  return rule.allow ? { cost: rule.cost, days: rule.days } : refusalOf(rule)
}

export const scanCost = ({ cost, perPage }: Pick<ScanOffer, 'cost' | 'perPage'>, pages: number): number => cost + perPage * pages

const refusalOf = ({ reason, remedy }: Decision): Refusal => (reason === null ? { code: 'not-offered' } : { code: 'rule', reason, remedy })
