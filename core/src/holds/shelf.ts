/** The hold shelf: until when it keeps what is ready. */
import type { DateTime } from 'luxon'
import { spansOn, type OpeningHours } from '../calendar/index.ts'

/** A pickup location that is closed for longer than this, in days, keeps nothing for its opening. */
const LONGEST_CLOSURE = 366

/**
 * The last of so many open days, counted from the day after it was ready; so a closed day costs nobody a day.
 * @param ready in the libraries' time zone
 * @returns an ISO date; of a place that does not open again, so many days later
 */
export function collectByDay(ready: DateTime, openDays: number, hours: OpeningHours): string {
  let day = ready.startOf('day')
  let left = openDays
  for (let passed = 0; left > 0 && passed < LONGEST_CLOSURE; passed += 1) {
    day = day.plus({ days: 1 })
    if (spansOn(hours, day).length > 0) left -= 1
  }
  return (left > 0 ? ready.plus({ days: openDays }) : day).toISODate() ?? ''
}
