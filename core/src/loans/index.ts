/** Loans: for how long a copy is lent, and when it is overdue. */
import { DateTime } from 'luxon'
import { openDayFrom, openState, type OpeningHours } from '../calendar/index.ts'
import { conditionsHold, type Borrower, type RuleConditions, type RuledCopy } from '../policies/index.ts'

export interface LoanRule extends RuleConditions {
  /** Length of the loan, in days or in hours: one of the two. */
  days?: number
  hours?: number
  renewals: number
  /** Renewed at a desk only. */
  renewedAtDesk?: boolean
  /** What a late copy costs; where it is left out, nothing. */
  overdue?: OverdueRate
  /** Days that a borrower keeps at least when the copy is recalled; where it is left out, it is not recalled. */
  recalledAfter?: number
}

export interface OverdueRate {
  /** In hundredths of the currency. */
  amount: number
  per: 'day' | 'hour'
  /** The most that one loan costs, in hundredths; null for no ceiling. */
  ceiling: number | null
}

export interface LoanLength {
  count: number
  unit: 'days' | 'hours'
}

/** The line that decides about a loan; null where the copy does not leave the building or no line lends it. */
export function loanRuleFor(rules: readonly LoanRule[], borrower: Borrower, copy: RuledCopy): LoanRule | null {
  if (copy.use === 'here only') return null
  return rules.find((rule) => conditionsHold(rule, borrower, copy)) ?? null
}

/** What a reader should know before it is borrowed. */
export interface LoanTerms extends LoanLength {
  /** What it costs when it is late; null for nothing. */
  overdue: OverdueRate | null
}

export function loanTerms(rules: readonly LoanRule[], borrower: Borrower, copy: RuledCopy): LoanTerms | null {
  const rule = loanRuleFor(rules, borrower, copy)
  return rule && { ...lengthOf(rule), overdue: rule.overdue ?? null }
}

export function loanLength(rules: readonly LoanRule[], borrower: Borrower, copy: RuledCopy): LoanLength | null {
  const rule = loanRuleFor(rules, borrower, copy)
  return rule && lengthOf(rule)
}

export const lengthOf = (rule: LoanRule): LoanLength =>
  rule.hours === undefined ? { count: rule.days ?? 0, unit: 'days' } : { count: rule.hours, unit: 'hours' }

/** A due date: an ISO date, or with the minute for what is lent by the hour, in the libraries' time zone. */
export const DUE = '^\\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\\d|3[01])(T([01]\\d|2[0-3]):[0-5]\\d)?$'

/**
 * A loan is overdue from the day after its due date on; one that is lent by the hour from that minute on.
 * @param at now, as "2026-11-27T10:20" in the libraries' time zone; where only the day is known, nothing is overdue by the minute
 */
export const isOverdue = (due: string, at: string): boolean => due < (due.length === 10 ? at.slice(0, 10) : at)

/** Length of an ISO date. */
const DAY = 10

/** Days by which closed ones move a due date: two weeks, as between the stops of a library on wheels. Whatever is closed for longer, things are taken back elsewhere. */
const MOST_MOVED = 14

/** How long after the doors open whoever has something overnight has time to bring it. */
const AFTER_OPENING = { hours: 1 }

/**
 * When it is due if it is lent, or lent anew, now: at the end of a day on which it can be brought back, or after so many hours,
 * but in the night an hour after the place opens next, so that nobody pays for a closed door.
 * @param now in the libraries' time zone
 * @param back when the place is open to which its borrower brings it back
 */
export function dueAfter({ count, unit }: LoanLength, now: DateTime, back: OpeningHours): string {
  const until = now.plus({ [unit]: count })
  return unit === 'days'
    ? (openDayFrom(back, until, MOST_MOVED) ?? until).toFormat('yyyy-MM-dd')
    : openHourFrom(back, until).toFormat("yyyy-MM-dd'T'HH:mm")
}

function openHourFrom(back: OpeningHours, until: DateTime): DateTime {
  // What is due as the doors close can still be handed in.
  if (openState(back, until.minus({ minutes: 1 })).open) return until
  const state = openState(back, until)
  if (state.open || state.opens === null || state.opens > until.plus({ days: MOST_MOVED })) return until
  const doors = openState(back, state.opens)
  const due = state.opens.plus(AFTER_OPENING)
  return doors.open && doors.until < due ? doors.until : due
}

/**
 * The branch to which a copy is brought back, whose hours decide when that can be: where its borrower is at home, unless its owner
 * alone takes it back, or it was lent for hours and goes back over the same desk.
 * @param homeBranch null of a borrower whom nobody knows
 */
export function broughtBackTo(copy: { branch: string; ownerAlone: boolean }, homeBranch: string | null, unit: LoanLength['unit']): string {
  return copy.ownerAlone || unit === 'hours' ? copy.branch : (homeBranch ?? copy.branch)
}

/** What is due on a day is due at its end. */
export const dueMinute = (due: string): string => (due.length === DAY ? `${due}T23:59` : due)

/**
 * What a copy costs that comes back late: so much for each day of the calendar after that on which it was due, or for each
 * hour begun, up to the ceiling.
 * @param back when it came back, or now, in the libraries' time zone
 * @returns hundredths of the currency
 */
export function overdueCharge(rate: OverdueRate | undefined, due: string, back: DateTime): number {
  if (!rate) return 0
  const by = DateTime.fromISO(dueMinute(due), { zone: back.zone })
  const late =
    rate.per === 'day'
      ? Math.round(back.startOf('day').diff(by.startOf('day'), 'days').days)
      : Math.ceil(back.startOf('minute').diff(by, 'hours').hours)
  const amount = Math.max(0, late) * rate.amount
  return rate.ceiling === null ? amount : Math.min(amount, rate.ceiling)
}
