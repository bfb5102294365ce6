/** What is wrong with a plan by itself: ends that are missing, bays that nobody reaches, call numbers that two bays claim. */
import { keysIn } from '../callnumber/index.ts'
import { isForRest, rangesOf } from './bays.ts'
import { entranceOf, pathsIn } from './paths.ts'
import { baysOf, type Bay, type FloorPlan, type Plan } from './plan.ts'

export interface PlanFault {
  /** Where it stands in the plan: keys and indexes. */
  at: (string | number)[]
  found: unknown
  expected: string
}

export function planFaults(plan: Plan): PlanFault[] {
  const ofFloors = plan.floors.flatMap((floor, i) => floorFaults(floor).map((fault) => ({ ...fault, at: ['floors', i, ...fault.at] })))
  return [...ofFloors, ...connectionFaults(plan), ...doubles(plan), ...rangeFaults(plan), ...(ofFloors.length > 0 ? [] : unreached(plan))]
}

const A_NODE = 'a node of its floor'

function floorFaults({ nodes, edges, entrance, desks, bays, width, depth }: FloorPlan): PlanFault[] {
  const ids = new Set(nodes.map(({ id }) => id))
  const isInside = ({ x, y, width: across = 0, depth: down = 0 }: { x: number; y: number; width?: number; depth?: number }) =>
    x >= 0 && y >= 0 && x + across <= width && y + down <= depth
  const inside = `inside the floor, ${String(width)} by ${String(depth)} m`
  return [
    ...nodes.flatMap((node, i) => (isInside(node) ? [] : [{ at: ['nodes', i], found: node, expected: inside }])),
    ...nodes.flatMap((node, i) => (nodes.findIndex(({ id }) => id === node.id) < i ? [{ at: ['nodes', i, 'id'], found: node.id, expected: 'an id that no other node of the floor has' }] : [])), // prettier-ignore
    ...edges.flatMap((ends, i) => (ends.every((end) => ids.has(end)) ? [] : [{ at: ['edges', i], found: ends, expected: 'two nodes of its floor' }])), // prettier-ignore
    ...(entrance === undefined || ids.has(entrance) ? [] : [{ at: ['entrance'], found: entrance, expected: A_NODE }]),
    ...desks.flatMap(({ node }, i) => (ids.has(node) ? [] : [{ at: ['desks', i, 'node'], found: node, expected: A_NODE }])),
    ...bays.flatMap((bay, i) => [
      ...(ids.has(bay.node) ? [] : [{ at: ['bays', i, 'node'], found: bay.node, expected: A_NODE }]),
      ...(isInside(bay) ? [] : [{ at: ['bays', i], found: bay.id, expected: inside }]),
      ...(bay.ranges !== undefined && bay.families !== undefined ? [{ at: ['bays', i], found: bay.id, expected: 'ranges or families, not both' }] : []), // prettier-ignore
    ]),
  ]
}

function connectionFaults({ stairs, lifts, floors }: Plan): PlanFault[] {
  return (['stairs', 'lifts'] as const).flatMap((kind) =>
    (kind === 'stairs' ? stairs : lifts).flatMap(({ nodes }, i) =>
      Object.entries(nodes).flatMap(([code, id]) => {
        const floor = floors.find((one) => one.floor === code)
        if (!floor) return [{ at: [kind, i, 'nodes', code], found: code, expected: 'a floor of the plan' }]
        return floor.nodes.some((node) => node.id === id) ? [] : [{ at: [kind, i, 'nodes', code], found: id, expected: 'a node of that floor' }] // prettier-ignore
      }),
    ),
  )
}

/** Where a bay stands in the plan. */
function placed({ floors }: Plan): { at: (string | number)[]; bay: Bay }[] {
  return floors.flatMap(({ bays }, i) => bays.map((bay, k) => ({ at: ['floors', i, 'bays', k], bay })))
}

function doubles(plan: Plan): PlanFault[] {
  const bays = placed(plan)
  const entrances = plan.floors.filter(({ entrance }) => entrance !== undefined).length
  const twice = <T>(what: (bay: Bay) => T[], expected: string) => {
    const seen = new Set<T>()
    return bays.flatMap(({ at, bay }) =>
      what(bay).flatMap((one) => {
        const before = seen.has(one)
        seen.add(one)
        return before ? [{ at, found: bay.id, expected }] : []
      }),
    )
  }
  return [
    ...plan.floors.flatMap(
      ({ floor }, i) =>
      plan.floors.findIndex((one) => one.floor === floor) < i ? [{ at: ['floors', i, 'floor'], found: floor, expected: 'one plan for a floor' }] : [], // prettier-ignore
    ),
    ...(entrances === 1 ? [] : [{ at: ['floors'], found: entrances, expected: 'one floor with an entrance' }]),
    ...twice(({ id }) => [id], 'an id that no other bay of the branch has'),
    ...twice(({ collection, families = [] }) => families.map((family) => `${collection}/${family}`), 'families that no other bay of the collection has'), // prettier-ignore
    ...twice((bay) => (isForRest(bay) ? [bay.collection] : []), 'ranges or families: only one bay of a collection takes all the rest'),
  ]
}

function rangeFaults(plan: Plan): PlanFault[] {
  const bays = placed(plan)
  const unreadable = bays.flatMap(({ at, bay }) =>
    (bay.ranges ?? []).flatMap(
      (range, i) =>
      keysIn(range) ? [] : [{ at: [...at, 'ranges', i], found: range, expected: `call numbers that can be read as ${range.scheme}, the first no later than the last` }], // prettier-ignore
    ),
  )
  const claims = bays
    .flatMap(({ at, bay }) => rangesOf(bay).map((range) => ({ ...range, at, collection: bay.collection })))
    .sort((a, b) => (a.collection + a.from < b.collection + b.from ? -1 : 1))
  const claimed = claims.flatMap(({ at, bay, collection, from }, i) => {
    const before = claims[i - 1]
    return before?.collection === collection && from < before.before ? [{ at, found: bay, expected: `call numbers that do not stand in bay ${before.bay} already` }] : [] // prettier-ignore
  })
  return [...unreadable, ...claimed]
}

function unreached(plan: Plan): PlanFault[] {
  const entrance = entranceOf(plan.floors)
  if (!entrance) return []
  const paths = pathsIn(plan)
  const reached = new Set(
    baysOf(plan).flatMap(({ floor, bay }) => (paths.metres(entrance, { floor: floor.floor, node: bay.node }) < Infinity ? [bay.id] : [])),
  )
  return placed(plan).flatMap(
    ({ at, bay }) =>
    reached.has(bay.id) ? [] : [{ at: [...at, 'node'], found: bay.node, expected: 'a node to which edges, stairs or lifts lead from the entrance' }], // prettier-ignore
  )
}
