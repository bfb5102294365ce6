/** The way of a walk through a building: from the door to the first stop, and from each to the next. */
import type { Stop } from '@catalex/contract/shelfwalk'
import { bayOf, wayTo, type Plan, type Way } from '@catalex/core/plan'

/** @returns for each stop the way from the one before; null where the plan shows none, or it stands in the same bay */
export function waysOf(plan: Plan, stops: readonly Stop[], stepless: boolean): (Way | null)[] {
  let before: string | null = null
  return stops.map(({ place: { bay } }) => {
    if (bay === null || bay === before) return null
    const last = before === null ? undefined : bayOf(plan, before)
    const from = last && { floor: last.floor.floor, node: last.bay.node }
    before = bay
    return wayTo(plan, bay, { stepless, ...(from ? { from } : {}) }) ?? wayTo(plan, bay, from ? { from } : {})
  })
}
