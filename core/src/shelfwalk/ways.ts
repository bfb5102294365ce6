/** The way of a walk through a building: from the door to the first stop, and from each to the next. */
import { bayOf, pathsIn, wayOver, type Plan, type Way } from '../plan/index.ts'

/**
 * @param bays of the stops in their order; null for one that the plan does not show
 * @returns for each stop the way from the one before; null where the plan shows none, and where it stands in the same bay. Where no lift leads
 *   there, the way goes by the stairs.
 */
export function waysBetween(plan: Plan, bays: readonly (string | null)[], stepless = false): (Way | null)[] {
  const [liked, any] = [pathsIn(plan, stepless), pathsIn(plan)]
  let before: string | null = null
  return bays.map((bay) => {
    if (bay === null || bay === before) return null
    const last = before === null ? undefined : bayOf(plan, before)
    const from = last && { floor: last.floor.floor, node: last.bay.node }
    before = bay
    return wayOver(plan, liked, bay, from) ?? wayOver(plan, any, bay, from)
  })
}
