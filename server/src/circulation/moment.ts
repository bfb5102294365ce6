/** When a command is given: the moment in UTC, and the day and the minute in the libraries' time zone. */
import type { DateTime } from 'luxon'

export interface Moment {
  now: string
  today: string
  /** "2026-11-27T10:20" */
  minute: string
}

/** @param time in the libraries' time zone */
export const momentOf = (time: DateTime): Moment => ({
  now: time.toUTC().toISO() ?? '',
  today: time.toISODate() ?? '',
  minute: time.toFormat("yyyy-MM-dd'T'HH:mm"),
})
