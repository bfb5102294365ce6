/** Renewals: whether a loan is renewed, and until when. */
import { DateTime } from 'luxon'
import type { Refusal } from '../holds/index.ts'
import { lengthOf, type LoanRule } from '../loans/index.ts'

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
}

/** Length of an ISO date. */
const DAY = 10

/** @returns the new due date, or why there is none; what stops the whole card is not looked at */
export function renewalOf({ rule, due, renewals, waiting, now }: RenewalQuestion): { due: string } | Refusal {
  if (rule === null || rule.renewals === 0) return { code: 'not-renewable' }
  if (rule.renewedAtDesk) return { code: 'renewed-at-desk' }
  if (renewals >= rule.renewals) return { code: 'renewals-used', limit: rule.renewals }
  if (waiting > 0) return { code: 'others-wait', waiting }
  const { count, unit } = lengthOf(rule)
  const inForm = (time: DateTime) => time.toFormat(unit === 'days' ? 'yyyy-MM-dd' : "yyyy-MM-dd'T'HH:mm")
  const until = inForm(now.plus({ [unit]: count }))
  // What is due on a day is due at its end.
  const ends = unit === 'hours' && due.length === DAY ? `${due}T23:59` : due
  if (until > ends) return { due: until }
  // Before then it would gain nothing.
  const step = unit === 'days' ? { days: 1 } : { minutes: 1 }
  const first = DateTime.fromISO(ends, { zone: now.zone }).minus({ [unit]: count })
  return { code: 'renewable-from', from: inForm(first.plus(step)) }
}
