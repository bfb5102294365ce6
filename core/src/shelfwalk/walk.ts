/**
 * The shelf walk: an order in which things are fetched from one building, the shortest from its entrance to the last bay
 * of those that take each floor together. Floors may be passed without a stop.
 */
import { baysOf, entranceOf, pathsIn, type Paths, type Place, type Plan } from '../plan/index.ts'
import { floorOrders, type FloorOrder } from './floorOrders.ts'

/** Something to fetch. */
export interface Wanted {
  /** Id of its bay. */
  bay: string
  /** Of its call number. */
  sortKey: string
}

export interface Walk<T extends Wanted> {
  /** In the order in which they are come by. */
  stops: T[]
  /** Those to whose bay no path leads. */
  unreached: T[]
  /** From the entrance to the last bay. */
  metres: number
}

/** Up to so many floors every order of them is weighed; above, they are taken upwards or downwards. */
const FLOORS_WEIGHED = 6

/** @param stepless by lift alone */
export function walkOf<T extends Wanted>(plan: Plan, wanted: readonly T[], stepless = false): Walk<T> {
  const entrance = entranceOf(plan.floors)
  const paths = pathsIn(plan, stepless)
  const byBay = new Map<string, T[]>()
  for (const one of wanted) byBay.set(one.bay, [...(byBay.get(one.bay) ?? []), one])
  const bays = baysOf(plan).flatMap(({ floor, bay }) => (byBay.has(bay.id) ? [{ id: bay.id, level: floor.level, floor: floor.floor, node: bay.node }] : [])) // prettier-ignore
  const reached = entrance ? bays.filter((bay) => paths.metres(entrance, bay) < Infinity) : []
  const order = entrance ? shortest(entrance, floorsWith(reached, paths, entrance), paths) : { bays: [], metres: 0 }
  const ids = order.bays.map(({ id }) => id)
  return {
    stops: ids.flatMap((id) => [...(byBay.get(id) ?? [])].sort((a, b) => (a.sortKey < b.sortKey ? -1 : a.sortKey > b.sortKey ? 1 : 0))),
    unreached: wanted.filter(({ bay }) => !ids.includes(bay)),
    metres: Math.round(order.metres),
  }
}

interface StandingBay extends Place {
  id: string
  level: number
}

/** A floor with the orders in which its bays may be passed. */
interface Floor {
  level: number
  bays: StandingBay[]
  orders: FloorOrder[]
}

function floorsWith(bays: readonly StandingBay[], paths: Paths, entrance: Place): Floor[] {
  const codes = [...new Set(bays.map(({ floor }) => floor))]
  return codes.map((code) => {
    const here = bays.filter(({ floor }) => floor === code)
    const far = here.map((bay) => paths.metres(entrance, bay))
    const firsts = here.map((_, i) => i).sort((a, b) => (far[a] ?? 0) - (far[b] ?? 0))
    const between = here.map((from) => here.map((to) => paths.metres(from, to)))
    return { level: here[0]?.level ?? 0, bays: here, orders: floorOrders(here.length, (from, to) => between[from]?.[to] ?? Infinity, firsts) } // prettier-ignore
  })
}

interface Walked {
  bays: StandingBay[]
  metres: number
}

/** Floor after floor, keeping for each set of floors and each last bay only the shortest walk. */
function shortest(entrance: Place, floors: readonly Floor[], paths: Paths): Walked {
  const upwards = [...floors].sort((a, b) => a.level - b.level)
  if (floors.length > FLOORS_WEIGHED) {
    const [up, down] = [upwards, [...upwards].reverse()].map((order) => inTurn(entrance, order, paths))
    return up && down && down.metres < up.metres ? down : (up ?? NOWHERE)
  }
  let walks = new Map<number, Walked[]>([[0, [NOWHERE]]])
  for (let n = 0; n < floors.length; n++) {
    const longer = new Map<number, Walked[]>()
    for (const [passed, till] of walks)
      floors.forEach((floor, i) => {
        if (passed & (1 << i)) return
        const set = passed | (1 << i)
        longer.set(set, [...(longer.get(set) ?? []), ...onwards(till, floor, entrance, paths)])
      })
    walks = longer
  }
  return shortestOf([...walks.values()].flat())
}

const NOWHERE: Walked = { bays: [], metres: 0 }

const inTurn = (entrance: Place, floors: readonly Floor[], paths: Paths): Walked =>
  shortestOf(floors.reduce((till, floor) => onwards(till, floor, entrance, paths), [NOWHERE]))

const shortestOf = (walks: readonly Walked[]): Walked =>
  walks.reduce((best, one) => (one.metres < best.metres ? one : best), walks[0] ?? NOWHERE)

/** Each walk led on through one more floor; of those that end at the same bay the shortest. */
function onwards(till: readonly Walked[], floor: Floor, entrance: Place, paths: Paths): Walked[] {
  const best = new Map<string, Walked>()
  for (const walked of till)
    for (const { order, metres } of floor.orders) {
      const bays = order.flatMap((i) => floor.bays[i] ?? [])
      const [first, last] = [bays[0], bays.at(-1)]
      if (!first || !last) continue
      const total = walked.metres + paths.metres(walked.bays.at(-1) ?? entrance, first) + metres
      if (total < (best.get(last.id)?.metres ?? Infinity)) best.set(last.id, { bays: [...walked.bays, ...bays], metres: total })
    }
  return [...best.values()]
}
