/** Shortest paths through a building: over the edges of its floors, and by stairs or lift from one floor to another. */
import { Heap } from 'mnemonist'
import type { Connection, FloorPlan, Plan, Spot } from './plan.ts'

/** A node of one floor. */
export interface Place {
  floor: string
  node: string
}

/** A stretch that is walked in one go: along one edge, or by stairs or lift. */
interface Stretch {
  to: number
  metres: number
  by: Connection | null
}

/** A place on a path, and how one came there: by stairs, by lift, or on foot from the place before. */
export interface Step extends Place, Spot {
  by: 'stairs' | 'lift' | null
}

export interface Paths {
  /** Metres from one place to another; Infinity where there is no path. */
  metres(from: Place, to: Place): number
  /** Every node passed, both ends included; empty where there is no path. */
  path(from: Place, to: Place): Step[]
}

/** @param stepless without stairs */
export function pathsIn(plan: Plan, stepless = false): Paths {
  const places = plan.floors.flatMap((floor) => floor.nodes.map((node) => ({ floor: floor.floor, node: node.id, x: node.x, y: node.y })))
  const numberOf = new Map(places.map((place, i) => [keyOf(place), i]))
  const stretches = stretchesOf(plan, stepless, places, numberOf)
  const lifts = new Set(plan.lifts)
  const trees = new Map<number, Tree>()
  const treeFrom = (place: Place): Tree | null => {
    const start = numberOf.get(keyOf(place))
    if (start === undefined) return null
    const tree = trees.get(start) ?? shortestFrom(start, stretches)
    trees.set(start, tree)
    return tree
  }
  return {
    metres: (from, to) => treeFrom(from)?.metres[numberOf.get(keyOf(to)) ?? -1] ?? Infinity,
    path(from, to) {
      const tree = treeFrom(from)
      const steps: Step[] = []
      let at = numberOf.get(keyOf(to)) ?? -1
      if (!tree || tree.metres[at] === undefined || tree.metres[at] === Infinity) return []
      while (at >= 0) {
        const place = places[at]
        const came = tree.came[at]
        if (place) steps.unshift({ ...place, by: came?.by ? (lifts.has(came.by) ? 'lift' : 'stairs') : null })
        at = came?.from ?? -1
      }
      return steps
    },
  }
}

const keyOf = ({ floor, node }: Place): string => `${floor}\n${node}`

function stretchesOf(
  { floors, stairs, lifts }: Plan,
  stepless: boolean,
  places: readonly (Place & Spot)[],
  numberOf: ReadonlyMap<string, number>,
): Stretch[][] {
  const stretches: Stretch[][] = places.map(() => [])
  const join = (a: number | undefined, b: number | undefined, metres: number | null, by: Connection | null) => {
    const [one, other] = [places[a ?? -1], places[b ?? -1]]
    if (a === undefined || b === undefined || !one || !other) return
    const long = metres ?? Math.hypot(one.x - other.x, one.y - other.y)
    stretches[a]?.push({ to: b, metres: long, by })
    stretches[b]?.push({ to: a, metres: long, by })
  }
  for (const { floor, edges } of floors)
    for (const [a = '', b = ''] of edges) join(numberOf.get(keyOf({ floor, node: a })), numberOf.get(keyOf({ floor, node: b })), null, null)
  for (const connection of [...(stepless ? [] : stairs), ...lifts]) {
    const ends = Object.entries(connection.nodes).map(([floor, node]) => numberOf.get(keyOf({ floor, node })))
    ends.forEach((end, i) => {
      for (const other of ends.slice(i + 1)) join(end, other, connection.metres, connection)
    })
  }
  return stretches
}

interface Tree {
  metres: number[]
  came: ({ from: number; by: Connection | null } | undefined)[]
}

/** From one place to all (Dijkstra). */
function shortestFrom(start: number, stretches: readonly (readonly Stretch[])[]): Tree {
  const metres = stretches.map(() => Infinity)
  const came: Tree['came'] = stretches.map(() => undefined)
  const waiting = new Heap<{ at: number; metres: number }>((a, b) => a.metres - b.metres)
  metres[start] = 0
  waiting.push({ at: start, metres: 0 })
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    if (next.metres > (metres[next.at] ?? Infinity)) continue
    for (const { to, metres: long, by } of stretches[next.at] ?? []) {
      const total = next.metres + long
      if (total >= (metres[to] ?? Infinity)) continue
      metres[to] = total
      came[to] = { from: next.at, by }
      waiting.push({ at: to, metres: total })
    }
  }
  return { metres, came }
}

/** Where one walks in; null where no floor has a door. */
export function entranceOf(floors: readonly FloorPlan[]): Place | null {
  const floor = floors.find(({ entrance }) => entrance !== undefined)
  return floor?.entrance === undefined ? null : { floor: floor.floor, node: floor.entrance }
}
