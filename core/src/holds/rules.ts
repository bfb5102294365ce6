/** Who may hold what: a table of rules, of which the first that fits decides and gives the reason. */
import type { Family, UseRule } from '../catalogue/index.ts'
import type { Copy } from '../copies/index.ts'

/** A condition left out fits everything. */
export interface HoldRule {
  categories?: string[]
  uses?: UseRule[]
  families?: Family[]
  owners?: string[]
  /** Systems of the pickup location; "owner" stands for the system that owns the copy. */
  pickups?: string[]
  allow: boolean
  /** In hundredths of the currency. */
  cost: number
  /** One sentence in the library's words, for a rule that refuses; the second sentence says the way on. */
  reason: string | null
  remedy: string | null
}

/** What a rule looks at in a copy. */
type RuledCopy = Pick<Copy, 'use' | 'family' | 'system'>

export interface Verdict {
  allowed: boolean
  cost: number
  reason: string | null
  remedy: string | null
}

export interface PickupPlace {
  branch: string
  system: string
}

const NO_RULE: Verdict = {
  allowed: false,
  cost: 0,
  reason: 'No rule of the library lets this copy be held.',
  remedy: 'Ask at a desk of the library that owns it.',
}

export function verdictOn(rules: readonly HoldRule[], category: string, copy: RuledCopy, pickup: PickupPlace): Verdict {
  const rule = rules.find((candidate) => fits(candidate, category, copy, pickup))
  return rule ? { allowed: rule.allow, cost: rule.cost, reason: rule.reason, remedy: rule.remedy } : NO_RULE
}

function fits(rule: HoldRule, category: string, copy: RuledCopy, pickup: PickupPlace): boolean {
  const has = <T>(list: readonly T[] | undefined, value: T) => list === undefined || list.includes(value)
  const pickupFits =
    rule.pickups === undefined || rule.pickups.includes(pickup.system) || (rule.pickups.includes('owner') && pickup.system === copy.system)
  return (
    has(rule.categories, category) &&
    has(rule.uses, copy.use) &&
    has(rule.families, copy.family) &&
    has(rule.owners, copy.system) &&
    pickupFits
  )
}
