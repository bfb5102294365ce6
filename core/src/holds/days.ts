/** The days between which a hold is wanted: held back so that it is in hand on the first, ended after the last. */
import { DateTime } from 'luxon'
import { minuteOf, nearestOpenDays, spansOn, type Minute, type OpeningHours } from '../calendar/index.ts'
import type { Refusal } from './refusals.ts'

export interface WantedDays {
  /** ISO date of the day on which the reader comes for it; null for as soon as can be. */
  notBefore: string | null
  /** ISO date of the last day on which it is of use; null for any. */
  notAfter: string | null
}

/** Nobody plans a hold further ahead, in days. */
export const FURTHEST_DAY = 180
/** Where nobody knows how long it takes, it is fetched so many days before. */
const DAYS_UNKNOWN = 7

/**
 * What is wrong with the days; null for nothing.
 * @param today any moment of it
 * @param comes when it would be in hand; null for a place in the queue, or where nobody knows
 */
export function daysRefusal(
  { notBefore, notAfter }: WantedDays,
  hours: OpeningHours,
  today: DateTime,
  comes: Minute | null,
): Refusal | null {
  const date = (day: DateTime) => day.toISODate() ?? ''
  const last = date(today.plus({ days: FURTHEST_DAY }))
  const named = [notBefore, notAfter].filter((day) => day !== null)
  if (named.some((day) => day < date(today)) || (named.length === 2 && (named[0] ?? '') > (named[1] ?? '')))
    return { code: 'days-out-of-order' }
  if (named.some((day) => day > last)) return { code: 'too-far-ahead', date: last }
  if (notBefore !== null) {
    const day = dateIn(notBefore, today)
    if (spansOn(hours, day).length === 0)
      return { code: 'closed-day', date: notBefore, nearest: nearestOpenDays(hours, day, today).map(date) }
  }
  const earliest = comes === null ? null : date(DateTime.fromMillis(comes * 60_000, { zone: today.zone }))
  return notAfter !== null && earliest !== null && earliest > notAfter ? { code: 'comes-later', date: earliest } : null
}

/**
 * The last day on which its way may begin for it to be in hand on the day wanted; today where it comes later anyway.
 * @param inHandFrom when it would be in hand if its way began then; a later start never comes earlier
 */
export function fetchDay(inHandFrom: (start: DateTime) => Minute | null, notBefore: string, now: DateTime): string {
  const wanted = dateIn(notBefore, now)
  const inTime = (start: DateTime) => (inHandFrom(start) ?? Infinity) < minuteOf(wanted.plus({ days: 1 }))
  const days = Math.round(wanted.diff(now.startOf('day'), 'days').days)
  const startAfter = (count: number) => (count === 0 ? now : now.startOf('day').plus({ days: count }))
  const unknown = inHandFrom(now) === null
  let [low, high] = [0, unknown ? Math.max(0, days - DAYS_UNKNOWN) : days]
  if (unknown) low = high
  while (low < high) {
    const middle = Math.ceil((low + high) / 2)
    if (inTime(startAfter(middle))) low = middle
    else high = middle - 1
  }
  return startAfter(low).toISODate() ?? ''
}

/** @param like in whose time zone */
const dateIn = (date: string, like: DateTime): DateTime => {
  const [year, month, day] = date.split('-').map(Number)
  return like.startOf('day').set({ year, month, day }).startOf('day')
}
