/** Who may hold what: a table of rules, of which the first that fits decides and gives the reason. */
import { conditionsHold, type Borrower, type RuleConditions, type RuledCopy } from '../policies/index.ts'
import type { Refusal } from './refusals.ts'

export interface HoldRule extends RuleConditions {
  /** Pickup points, or systems all points of which are meant; "owner" stands for the system that owns the copy. */
  pickups?: readonly string[]
  allow: boolean
  /** In hundredths of the currency. */
  cost: number
  /** One sentence in the library's words, for a rule that refuses; the second sentence says the way on. */
  reason: string | null
  remedy: string | null
}

export type Verdict = { allowed: true; cost: number } | { allowed: false; refusal: Refusal }

/** A pickup point, and where it is. */
export interface PickupPlace {
  code: string
  branch: string
  system: string
}

/** The line that decides; null where none fits. */
export const holdRuleFor = (rules: readonly HoldRule[], borrower: Borrower, copy: RuledCopy, pickup: PickupPlace): HoldRule | null =>
  rules.find((candidate) => verdictFits(candidate, borrower, copy, pickup)) ?? null

/** Whether all conditions of a line hold. */
export const verdictFits = (
  rule: RuleConditions & Pick<HoldRule, 'pickups'>,
  borrower: Borrower,
  copy: RuledCopy,
  pickup: PickupPlace,
): boolean => conditionsHold(rule, borrower, copy) && pickupFits(rule, copy, pickup)

export function verdictOn(rules: readonly HoldRule[], borrower: Borrower, copy: RuledCopy, pickup: PickupPlace): Verdict {
  const rule = holdRuleFor(rules, borrower, copy, pickup)
  if (!rule) return { allowed: false, refusal: { code: 'no-rule' } }
  if (rule.allow) return { allowed: true, cost: rule.cost }
  return {
    allowed: false,
    refusal: rule.reason === null ? { code: 'no-rule' } : { code: 'rule', reason: rule.reason, remedy: rule.remedy },
  }
}

function pickupFits({ pickups }: Pick<HoldRule, 'pickups'>, copy: RuledCopy, pickup: PickupPlace): boolean {
  if (pickups === undefined) return true
  return pickups.includes(pickup.code) || pickups.includes(pickup.system) || (pickups.includes('owner') && pickup.system === copy.system)
}
