/** The courier's timetable: lines with their stops, and when copies are taken off the shelves. Times are local, "09:30". */
import { isInWeeks, type Day, type Weeks } from '../calendar/index.ts'

export interface CourierStop {
  branch: string
  /** "09:30", of a later day than that on which the run begins "+1 00:20"; null at the first stop. */
  arrive: string | null
  /** Null at the last stop. */
  depart: string | null
}

export interface CourierLine {
  code: string
  name: string
  /** Minutes before departure by which a copy has to be ready. */
  cutOff: number
  /** Weekdays on which it runs, 1 (Monday) to 7 (Sunday). */
  days: readonly number[]
  /** First and last day of its season, ISO dates. */
  from?: string
  to?: string
  /** Every so many weeks, counted from a Monday. */
  weeks?: Weeks
  not?: readonly string[]
  /** Runs on these days whatever else is said. */
  also?: readonly string[]
  stops: readonly CourierStop[]
}

/** By branch, or "branch/collection": weekday to times. */
export type Runs = Readonly<Record<string, Readonly<Record<string, readonly string[]>>>>

export interface Timetable {
  /** Branches at which copies change from one run to another. */
  sorting: readonly string[]
  /** Minutes that changing, taking off a shelf, and checking in take. */
  sortMinutes: number
  pickMinutes: number
  checkInMinutes: number
  picks: Runs
  stackRuns?: Runs
  lines: readonly CourierLine[]
}

export function runsOn({ days, from, to, weeks, not = [], also = [] }: CourierLine, { date, weekday, number }: Day): boolean {
  if (also.includes(date)) return true
  if (not.includes(date) || !days.includes(weekday)) return false
  if ((from !== undefined && date < from) || (to !== undefined && date > to)) return false
  return weeks === undefined || isInWeeks(weeks, number)
}
