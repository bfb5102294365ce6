/** Days of the calendar in a time zone, with what is asked of each of them many times. */
import type { DateTime } from 'luxon'

/** Minutes since 1970 began in UTC: what times are compared in. */
export type Minute = number

export const minuteOf = (at: DateTime): Minute => Math.floor(at.toMillis() / 60_000)

/** The first whole minute that is not before: what is asked for in the middle of a minute has missed whatever began with it. */
export const minuteFrom = (at: DateTime): Minute => Math.ceil(at.toMillis() / 60_000)

export interface Day {
  /** ISO date. */
  date: string
  /** Days since 1970, by the calendar. */
  number: number
  /** 1 (Monday) to 7 (Sunday). */
  weekday: number
  start: Minute
  /** Whether it has 24 hours. */
  even: boolean
  at: DateTime
}

export function dayOf(at: DateTime): Day {
  const start = at.startOf('day')
  return {
    date: start.toISODate() ?? '',
    number: Date.UTC(start.year, start.month - 1, start.day) / DAY_MS,
    weekday: start.weekday,
    start: minuteOf(start),
    even: start.offset === start.plus({ days: 1 }).offset,
    at: start,
  }
}

const DAY_MS = 86_400_000

export const daysFrom = (first: DateTime, count: number): Day[] =>
  Array.from({ length: count }, (_, i) => dayOf(first.startOf('day').plus({ days: i })))

/** @param time "09:30", or "24:00" for the midnight after */
export function minuteAt(day: Day, time: string): Minute {
  const [hour = 0, minute = 0] = time.split(':').map(Number)
  return day.even ? day.start + hour * 60 + minute : minuteOf(localTime(day.at, hour, minute))
}

/** A time of a day: one that summer time leaves out is the end of what it leaves out, of one that comes twice the first. */
export function localTime(day: DateTime, hour: number, minute: number): DateTime {
  let at = day.startOf('day').set({ hour, minute })
  // 24:00 is the midnight after.
  if (at.minute === minute && at.hour === hour % 24) return at
  for (let before = at.minus({ minutes: 1 }); before.offset === at.offset; before = before.minus({ minutes: 1 })) at = before
  return at
}
