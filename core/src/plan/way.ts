/** The way from the door to a bay, as it is drawn and as it is said. */
import { entranceOf, pathsIn, type Paths, type Place, type Step } from './paths.ts'
import { baysOf, type Bay, type FloorPlan, type Plan, type Spot } from './plan.ts'

export type Side = 'left' | 'right'

/** What somebody is told who walks there, in order. */
export type Direction =
  | { kind: 'ahead'; metres: number }
  /** The nth opening on that side, counted from where one last turned or came in. */
  | { kind: 'turn'; side: Side; nth: number; metres: number }
  | { kind: 'climb'; by: 'stairs' | 'lift'; floor: string; /** Floors up; negative for down. */ flights: number }
  /** The nth bay on that side; without a side, straight ahead. */
  | { kind: 'bay'; side: Side | null; nth: number; low: boolean }

export interface Way {
  /** On foot, with what stairs and lifts count as. */
  metres: number
  /** Floors in the order in which they are walked, with the line walked on each. */
  legs: { floor: string; line: Spot[] }[]
  directions: Direction[]
}

/** Bays of so few rows are bent down to. */
const LOW_ROWS = 3

export const bayOf = (plan: Pick<Plan, 'floors'>, id: string): { floor: FloorPlan; bay: Bay } | undefined =>
  baysOf(plan).find(({ bay }) => bay.id === id)

/** @param from where one stands; at the door where it is left out @returns null where there is no such bay, or no path to it */
export function wayTo(plan: Plan, bayId: string, { stepless = false, from }: { stepless?: boolean; from?: Place } = {}): Way | null {
  return wayOver(plan, pathsIn(plan, stepless), bayId, from)
}

/** The same with paths that have been worked out before. */
export function wayOver(plan: Plan, paths: Paths, bayId: string, from: Place | null = entranceOf(plan.floors)): Way | null {
  const found = bayOf(plan, bayId)
  if (!found || !from) return null
  const to = { floor: found.floor.floor, node: found.bay.node }
  const steps = paths.path(from, to)
  if (steps.length === 0) return null
  const legs = legsOf(steps)
  return {
    metres: Math.round(paths.metres(from, to)),
    legs: legs.map((leg) => ({ floor: leg[0]?.floor ?? '', line: leg.map(({ x, y }) => ({ x, y })) })),
    directions: directionsOf(plan, legs, found.bay),
  }
}

/** Steps floor by floor. */
function legsOf(steps: readonly Step[]): Step[][] {
  const legs: Step[][] = []
  for (const step of steps) {
    const leg = legs.at(-1)
    if (leg && step.by === null) leg.push(step)
    else legs.push([step])
  }
  return legs
}

function directionsOf({ floors }: Plan, legs: readonly (readonly Step[])[], bay: Bay): Direction[] {
  const planOf = (code = '') => floors.find(({ floor }) => floor === code)
  return legs.flatMap((leg, i) => {
    const floor = planOf(leg[0]?.floor)
    if (!floor) return []
    const before = planOf(legs[i - 1]?.[0]?.floor)
    const by = leg[0]?.by
    const climb = before && by ? [{ kind: 'climb' as const, by, floor: floor.floor, flights: floor.level - before.level }] : []
    const last = i === legs.length - 1
    return [...climb, ...walked(floor, leg, last ? bay : null)]
  })
}

/** Along one floor; to a bay, or to where one leaves it. */
function walked(floor: FloorPlan, leg: readonly Step[], bay: Bay | null): Direction[] {
  const said: Direction[] = []
  let since = 0
  leg.forEach((step, i) => {
    const next = leg[i + 1]
    const side = next && i > 0 ? sideOf(step, headingAt(leg, i), next) : null
    if (side === null) return
    const stretch = leg.slice(since, i + 1)
    said.push({ kind: 'turn', side, nth: openings(floor, stretch, side), metres: Math.round(lengthOf(stretch)) })
    since = i
  })
  const rest = leg.slice(since)
  const metres = Math.round(lengthOf(rest))
  if (metres > 0) said.push({ kind: 'ahead', metres })
  if (bay) said.push(atBay(floor, rest, bay))
  return said
}

/** How many ways lead off to that side, up to the one that is taken. */
function openings({ nodes, edges }: FloorPlan, stretch: readonly Step[], side: Side): number {
  const leadsOff = (step: Step, i: number) =>
    edges.some((ends) => {
      const other = ends[0] === step.node ? ends[1] : ends[1] === step.node ? ends[0] : undefined
      const node = nodes.find(({ id }) => id === other)
      return node !== undefined && sideOf(step, headingAt(stretch, i), node) === side
    })
  return Math.max(1, stretch.filter((step, i) => i > 0 && leadsOff(step, i)).length)
}

function atBay({ bays }: FloorPlan, line: readonly Step[], bay: Bay): Direction {
  const sideAt = (one: Bay, i: number): Side | null => {
    const step = line[i]
    return step ? sideOf(step, headingAt(line, i), middleOf(one)) : null
  }
  const side = sideAt(bay, line.length - 1)
  const passed = line.filter((step, i) => bays.some((one) => one.node === step.node && sideAt(one, i) === side))
  return { kind: 'bay', side, nth: Math.max(1, passed.length), low: bay.rows <= LOW_ROWS }
}

const middleOf = ({ x, y, width, depth }: Bay): Spot => ({ x: x + width / 2, y: y + depth / 2 })

const between = (from: Spot, to: Spot): Spot => ({ x: to.x - from.x, y: to.y - from.y })

/** Whither one looks who walks a line: on from the step before, or from the first to the second. */
function headingAt(line: readonly Spot[], i: number): Spot {
  const [from, to] = i === 0 ? [line[0], line[1]] : [line[i - 1], line[i]]
  return from && to ? between(from, to) : { x: 0, y: 0 }
}

/** The sine of what is still straight on: aisles bend a little. */
const BEND = 0.5

/** On which side something lies of whoever stands there and looks that way; null for ahead, and where one looks nowhere. */
function sideOf(at: Spot, heading: Spot, of: Spot): Side | null {
  const to = between(at, of)
  const across = heading.x * to.y - heading.y * to.x
  const sine = across / (Math.hypot(heading.x, heading.y) * Math.hypot(to.x, to.y))
  // y grows downwards, so what is clockwise lies to the right.
  return Math.abs(sine) >= BEND ? (sine > 0 ? 'right' : 'left') : null
}

const lengthOf = (line: readonly Spot[]): number =>
  line.reduce((sum, spot, i) => sum + (i === 0 ? 0 : Math.hypot(spot.x - (line[i - 1]?.x ?? 0), spot.y - (line[i - 1]?.y ?? 0))), 0)
