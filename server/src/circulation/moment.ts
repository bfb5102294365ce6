/** When a command is given: the moment in UTC, and the day in the libraries' time zone. */
import type { DateTime } from 'luxon'

export interface Moment {
  now: string
  today: string
}

/** @param time in the libraries' time zone */
export const momentOf = (time: DateTime): Moment => ({ now: time.toUTC().toISO() ?? '', today: time.toISODate() ?? '' })
