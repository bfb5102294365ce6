/** What a library's own past says of how late things come back and how soon they are collected: counts, and no readers. */
import type { Family } from '../catalogue/index.ts'

/** How often something took so many days. */
export type Tally = readonly (readonly [days: number, count: number])[]

export interface ReturnHistory {
  /** Days between the due date and the return, negative for days before it: the first line that has the family counts. */
  late: readonly { families?: readonly Family[]; days: Tally }[]
  /** Days between "ready" and the visit of the reader. */
  collected: Tally
  /** Of a hundred holds that became ready, those that nobody collected. */
  lapsed: number
}

/**
 * Of a library that has told nothing: most things come back in the last week, one in six late, few very late. A guess,
 * which the interval has to make up for.
 */
export const NO_HISTORY: ReturnHistory = {
  late: [{ days: [[-14, 6], [-7, 12], [-3, 16], [-1, 22], [0, 27], [2, 7], [5, 4], [10, 3], [21, 2], [45, 1]] }], // prettier-ignore
  collected: [[0, 2], [1, 4], [2, 3], [4, 2], [6, 1]], // prettier-ignore
  lapsed: 6,
}

/** From 0 up to, and without, 1. */
export type Random = () => number

/** One of the days, as often as it is counted; null where nothing is. */
export function drawn(tally: Tally, random: Random): number | null {
  const total = tally.reduce((sum, [, count]) => sum + count, 0)
  let left = random() * total
  for (const [days, count] of tally) {
    left -= count
    if (left < 0) return days
  }
  return tally.at(-1)?.[0] ?? null
}

/** What is overdue longer than anything ever was comes back within as many days as this, or never: nobody knows. */
const OVERDUE_DAYS = 60

/** @param least days late that it is already: what is not back cannot have come back sooner */
export function daysLate(history: ReturnHistory, family: Family, least: number, random: Random): number {
  const { days = [] } = history.late.find(({ families }) => families?.includes(family) ?? true) ?? {}
  const possible = days.filter(([late]) => late >= least)
  return drawn(possible, random) ?? Math.max(least, 0) + Math.floor(random() * OVERDUE_DAYS)
}
