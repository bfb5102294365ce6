/** Pausing: a hold keeps its place in the queue and is passed over, until a day or until its reader says so. */
import type { DateTime } from 'luxon'
import { FURTHEST_DAY } from './days.ts'
import type { Refusal } from './refusals.ts'

/**
 * @param until ISO date of the day on which it goes on; null where nobody has said
 * @param today any moment of it
 */
export function pauseRefusal(until: string | null, today: DateTime): Refusal | null {
  if (until === null) return null
  const last = today.plus({ days: FURTHEST_DAY }).toISODate() ?? ''
  if (until <= (today.toISODate() ?? '')) return { code: 'days-out-of-order' }
  return until > last ? { code: 'too-far-ahead', date: last } : null
}
