/** Days on which a branch is open: what is due or kept on one that is closed would be so for nobody. */
import type { Branch } from '@catalex/contract/libraries'
import { openingHours } from '@catalex/core/calendar'
import { dueAfter } from '@catalex/core/loans'
import type { DateTime } from 'luxon'

/** @returns ISO date of the branch's first open day, so many days from the demo's day or after them */
export type OpenDay = (branch: string, days: number) => string

export function openDaysOf(branches: readonly Branch[], today: DateTime): OpenDay {
  const hours = new Map(branches.map((branch) => [branch.code, openingHours(branch)]))
  // There are many loans, and few places and days.
  const known = new Map<string, string>()
  return (branch, days) => {
    const key = `${branch} ${String(days)}`
    const open = known.get(key) ?? dueAfter({ count: days, unit: 'days' }, today, hours.get(branch) ?? { weekly: {}, closures: [] })
    known.set(key, open)
    return open
  }
}
