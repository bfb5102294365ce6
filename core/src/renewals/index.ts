/** Renewals: whether a loan is renewed, and until when. */
import { DateTime } from 'luxon'
import type { OpeningHours } from '../calendar/index.ts'
import type { Refusal } from '../holds/index.ts'
import { dueAfter, dueMinute, lengthOf, type LoanRule } from '../loans/index.ts'

export interface RenewalQuestion {
  /** The line that decides about the loan; null where none lends it. */
  rule: LoanRule | null
  /** A due date, as loans have it. */
  due: string
  /** How often it has been renewed. */
  renewals: number
  /** Readers who wait for it. */
  waiting: number
  /** In the libraries' time zone. */
  now: DateTime
  /** When the place is open to which it is brought back. */
  back: OpeningHours
}

/** @returns the new due date, or why there is none; what stops the whole card is not looked at */
export function renewalOf({ rule, due, renewals, waiting, now, back }: RenewalQuestion): { due: string } | Refusal {
  if (rule === null || rule.renewals === 0) return { code: 'not-renewable' }
  if (rule.renewedAtDesk) return { code: 'renewed-at-desk' }
  if (renewals >= rule.renewals) return { code: 'renewals-used', limit: rule.renewals }
  if (waiting > 0) return { code: 'others-wait', waiting }
  const length = lengthOf(rule)
  const { count, unit } = length
  const until = dueAfter(length, now, back)
  const ends = unit === 'hours' ? dueMinute(due) : due
  if (until > ends) return { due: until }
  // Before then it would gain nothing.
  const step = unit === 'days' ? { days: 1 } : { minutes: 1 }
  const first = DateTime.fromISO(ends, { zone: now.zone }).minus({ [unit]: count })
  return { code: 'renewable-from', from: first.plus(step).toFormat(unit === 'days' ? 'yyyy-MM-dd' : "yyyy-MM-dd'T'HH:mm") }
}
