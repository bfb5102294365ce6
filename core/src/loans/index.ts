/** Loans: for how long a copy is lent, and when it is overdue. */
import { conditionsHold, type RuleConditions, type RuledCopy } from '../policies/index.ts'

export interface LoanRule extends RuleConditions {
  /** Length of the loan in days. */
  days: number
  renewals: number
}

/** Days of a loan to a reader of this category; null where it does not leave the building or no rule lends it. */
export function loanDays(rules: readonly LoanRule[], category: string, copy: RuledCopy): number | null {
  if (copy.use === 'here only') return null
  return rules.find((rule) => conditionsHold(rule, category, copy))?.days ?? null
}

/** A loan is overdue from the day after its due date on. Both are ISO dates of the libraries' time zone. */
export const isOverdue = (due: string, today: string): boolean => due < today
