/** Rules as tables: the first line whose conditions all hold decides. A condition that is left out holds always. */
import type { Family, UseRule } from '../catalogue/index.ts'

/** What the line of a rule table is about. */
export interface RuleConditions {
  /** Reader categories. */
  categories?: readonly string[]
  uses?: readonly UseRule[]
  families?: readonly Family[]
  /** Systems that own the copy. */
  owners?: readonly string[]
}

export interface RuledCopy {
  use: UseRule
  family: Family
  system: string
}

export function conditionsHold(rule: RuleConditions, category: string, copy: RuledCopy): boolean {
  const has = <T>(list: readonly T[] | undefined, value: T) => list === undefined || list.includes(value)
  return has(rule.categories, category) && has(rule.uses, copy.use) && has(rule.families, copy.family) && has(rule.owners, copy.system)
}
