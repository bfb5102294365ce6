/** Recalls: a hold in the queue asks for a loan to be shortened, where the rule of that loan allows it. */
import type { DateTime } from 'luxon'
import type { OpeningHours } from '../calendar/index.ts'
import { dueAfter, loanRuleFor, type LoanRule } from '../loans/index.ts'
import type { Borrower, RuledCopy } from '../policies/index.ts'

export interface LoanOut {
  barcode: string
  copy: RuledCopy
  /** Who has it; null for somebody of whom nothing is known, who could not be told. */
  borrower: Borrower | null
  /** A due date, as loans have it. */
  due: string
  /** Whether it is shortened already. */
  recalled: boolean
  /** When the place is open to which it is brought back. */
  back: OpeningHours
  /** How often it has been, those included that were given up again. */
  recalls: number
}

export interface RecallQuestion {
  rules: readonly LoanRule[]
  /** Loans of copies that may fill the hold. */
  loans: readonly LoanOut[]
  /** Holds that wait before this one. */
  before: number
  /** In the libraries' time zone. */
  now: DateTime
}

export interface Recall {
  barcode: string
  /** ISO dates: until when it is lent, and until when it would be. */
  was: string
  due: string
}

/** No borrower is asked for one thing more often. */
export const MOST_RECALLS = 3

/** Length of an ISO date. */
const DAY = 10

/**
 * The loan that a hold would have shortened: that which then comes back first. A borrower keeps the days that the rule
 * leaves at least, counted from today, and until one on which it can be brought back; what is lent by the hour, is overdue, is shortened already or
 * was so often enough stays as it is.
 * @returns null where none may be, or where enough others are due by then for the hold to be served without it
 */
export function recallOf({ rules, loans, before, now }: RecallQuestion): Recall | null {
  const today = now.toISODate() ?? ''
  const possible = loans
    .flatMap(({ barcode, copy, borrower, due: was, recalled, recalls, back }): Recall[] => {
      if (borrower === null || recalled || recalls >= MOST_RECALLS || was.length !== DAY) return []
      const kept = loanRuleFor(rules, borrower, copy)?.recalledAfter
      if (kept === undefined) return []
      const due = dueAfter({ count: kept, unit: 'days' }, now, back)
      return due < was ? [{ barcode, was, due }] : []
    })
    .sort((a, b) => compare(a.due, b.due) || compare(b.was, a.was) || compare(a.barcode, b.barcode))
  const [best] = possible
  if (!best) return null
  const sooner = loans.filter(({ due }) => due.slice(0, DAY) >= today && due.slice(0, DAY) <= best.due).length
  return sooner > before ? null : best
}

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0)
