import fc from 'fast-check'
import { describe, expect, inject, it } from 'vitest'
import type { FloorPlan, Plan } from '../plan/index.ts'
import { branchesFor, walkOf, waysBetween, type Wanted } from './index.ts'

/** Floors of a grid of nodes with some of its edges, joined by stairs at its corners; a bay at each node. */
const SIDE = 3
const id = (column: number, row: number) => `${String(column)}${String(row)}`
const floorOf = (floor: number, kept: readonly boolean[], steps: readonly number[]): FloorPlan => {
  const spots = Array.from({ length: SIDE * SIDE }, (_, i) => ({ column: i % SIDE, row: Math.floor(i / SIDE) }))
  const at = (n: number) => steps.slice(0, n).reduce((sum, step) => sum + step, 0)
  // The first column and every row are always walked, so that all can be reached; the other columns where they are kept.
  const edges = spots.flatMap(({ column, row }, i) => [
    ...(column + 1 < SIDE ? [[id(column, row), id(column + 1, row)]] : []),
    ...(row + 1 < SIDE && (column === 0 || kept[i]) ? [[id(column, row), id(column, row + 1)]] : []),
  ])
  return {
    floor: String(floor),
    level: floor,
    width: 100,
    depth: 100,
    outline: [],
    nodes: spots.map(({ column, row }) => ({ id: id(column, row), x: at(column), y: at(row) })),
    edges,
    ...(floor === 0 ? { entrance: '00' } : {}),
    desks: [],
    bays: spots.map(({ column, row }) => ({ id: `${String(floor)}:${id(column, row)}`, x: 0, y: 0, width: 1, depth: 1, node: id(column, row), rows: 5, collection: 'c' })), // prettier-ignore
  }
}
const plans = fc
  .record({
    floors: fc.array(fc.record({ kept: fc.array(fc.boolean(), { minLength: 9, maxLength: 9 }), steps: fc.array(fc.integer({ min: 1, max: 9 }), { minLength: SIDE, maxLength: SIDE }) }), { minLength: 1, maxLength: 3 }), // prettier-ignore
    stairs: fc.integer({ min: 1, max: 30 }),
    lift: fc.integer({ min: 1, max: 30 }),
  })
  .map(({ floors, stairs, lift }): Plan => {
    const all = (node: string) => Object.fromEntries(floors.map((_, i) => [String(i), node]))
    return {
      branch: 'x',
      floors: floors.map(({ kept, steps }, i) => floorOf(i, kept, steps)),
      stairs: [{ id: 's', metres: stairs, nodes: all('22') }],
      lifts: [{ id: 'l', metres: lift, nodes: all('20') }],
    }
  })

/** Every distance of the building by trying each place in between (Floyd and Warshall). */
function distances({ floors, stairs, lifts }: Plan, stepless: boolean): Map<string, Map<string, number>> {
  const table = new Map<string, Map<string, number>>()
  const places = floors.flatMap(({ floor, nodes }) => nodes.map((node) => ({ ...node, key: `${floor}:${node.id}` })))
  for (const a of places) table.set(a.key, new Map(places.map((b) => [b.key, a === b ? 0 : Infinity])))
  const shorter = (a: string, b: string, metres: number) => {
    if (metres >= table.get(a)!.get(b)!) return
    table.get(a)!.set(b, metres)
    table.get(b)!.set(a, metres)
  }
  for (const { floor, edges } of floors)
    for (const [a, b] of edges) {
      const [one, other] = [places.find(({ key }) => key === `${floor}:${a!}`)!, places.find(({ key }) => key === `${floor}:${b!}`)!]
      shorter(one.key, other.key, Math.hypot(one.x - other.x, one.y - other.y))
    }
  for (const { metres, nodes } of [...(stepless ? [] : stairs), ...lifts]) {
    const ends = Object.entries(nodes).map(([floor, node]) => `${floor}:${node}`)
    for (const a of ends) for (const b of ends) if (a !== b) shorter(a, b, metres)
  }
  for (const via of places) for (const a of places) for (const b of places) shorter(a.key, b.key, table.get(a.key)!.get(via.key)! + table.get(via.key)!.get(b.key)!) // prettier-ignore
  return table
}

const lengthOf = (bays: readonly string[], table: Map<string, Map<string, number>>) =>
  ['0:00', ...bays].reduce((sum, bay, i, all) => sum + (i === 0 ? 0 : table.get(all[i - 1]!)!.get(bay)!), 0)

function orders<T>(things: readonly T[]): T[][] {
  return things.length === 0 ? [[]] : things.flatMap((one, i) => orders([...things.slice(0, i), ...things.slice(i + 1)]).map((rest) => [one, ...rest])) // prettier-ignore
}

/** Whether each floor is left for good. */
const takesFloorsTogether = (bays: readonly string[]) => {
  const floors = bays.map((bay) => bay[0])
  return floors.every((floor, i) => floor === floors[i - 1] || !floors.slice(0, i).includes(floor))
}

const passed = (stops: readonly Wanted[]) => stops.map(({ bay }) => bay).filter((bay, i, all) => bay !== all[i - 1])

describe('a shelf walk', () => {
  const walks = plans.chain((plan) =>
    fc.record({
      plan: fc.constant(plan),
      bays: fc.uniqueArray(fc.constantFrom(...plan.floors.flatMap(({ bays }) => bays.map((bay) => bay.id))), {
        minLength: 1,
        maxLength: 6,
      }),
      stepless: fc.boolean(),
    }),
  )
  it('is the shortest of all that leave no floor twice, tried one by one', () => {
    fc.assert(
      fc.property(walks, ({ plan, bays, stepless }) => {
        const table = distances(plan, stepless)
        const walk = walkOf(plan, bays.map((bay) => ({ bay, sortKey: bay })), stepless) // prettier-ignore
        const order = passed(walk.stops)
        expect([...order].sort()).toEqual([...bays].sort())
        expect(takesFloorsTogether(order)).toBe(true)
        const best = Math.min(
          ...orders(bays)
            .filter(takesFloorsTogether)
            .map((one) => lengthOf(one, table)),
        )
        expect(lengthOf(order, table)).toBeCloseTo(best, 6)
        expect(walk.metres).toBe(Math.round(best))
      }),
      { numRuns: 150 * inject('runFactor') },
    )
  })
  it('with more bays on a floor than are weighed passes each once, and is at most a tenth longer than taking the nearest next', () => {
    fc.assert(
      fc.property(plans, (plan) => {
        const alone = { ...plan, floors: [plan.floors[0]!], stairs: [], lifts: [] }
        const bays = alone.floors[0]!.bays.map((bay) => bay.id)
        const walk = walkOf(alone, bays.map((bay) => ({ bay, sortKey: bay }))) // prettier-ignore
        const table = distances(alone, false)
        expect([...passed(walk.stops)].sort()).toEqual([...bays].sort())
        const left = new Set(bays)
        let nearest = 0
        for (let at = '0:00'; left.size > 0;) {
          const next = [...left].reduce((a, b) => (table.get(at)!.get(b)! < table.get(at)!.get(a)! ? b : a))
          nearest += table.get(at)!.get(next)!
          left.delete(next)
          at = next
        }
        expect(lengthOf(passed(walk.stops), table)).toBeLessThanOrEqual(nearest * 1.1)
      }),
      { numRuns: 60 * inject('runFactor') },
    )
  })
  it('within a bay goes by call number; what no path leads to is told apart', () => {
    const floor = floorOf(0, [], [5, 5, 5])
    const plan: Plan = { branch: 'x', floors: [floor, { ...floor, floor: '1', level: 1, entrance: undefined, bays: [{ ...floor.bays[0]!, id: 'away' }] }], stairs: [], lifts: [] } // prettier-ignore
    const wanted = [
      { bay: '0:00', sortKey: 'b' },
      { bay: 'away', sortKey: 'a' },
      { bay: 'unknown', sortKey: 'a' },
      { bay: '0:00', sortKey: 'a' },
    ]
    const walk = walkOf(plan, wanted)
    expect(walk.stops).toEqual([wanted[3], wanted[0]])
    expect(walk.unreached).toEqual([wanted[1], wanted[2]])
    expect(walkOf({ ...plan, floors: plan.floors.map((one) => ({ ...one, entrance: undefined })) }, wanted).unreached).toHaveLength(4)
    expect(walkOf(plan, [])).toEqual({ stops: [], unreached: [], metres: 0 })
  })
  it('of more floors than are weighed goes upwards or downwards', () => {
    const floors = Array.from({ length: 8 }, (_, i) => floorOf(i, [], [2, 2, 2]))
    const plan: Plan = { branch: 'x', floors, stairs: [{ id: 's', metres: 5, nodes: Object.fromEntries(floors.map(({ floor }) => [floor, '00'])) }], lifts: [] } // prettier-ignore
    const walk = walkOf(
      plan,
      [7, 3, 0, 5, 1, 6, 2, 4].map((level) => ({ bay: `${String(level)}:00`, sortKey: '' })),
    )
    expect(walk.stops.map(({ bay }) => bay[0]).join('')).toBe('01234567')
    expect(walk.metres).toBe(35)
  })
})

describe('branches of a walk', () => {
  it('are the own one for all that is there, then the one with most of what is left, the nearer among equals', () => {
    const standing = [['own', 'far'], ['far', 'mid'], ['far'], ['mid'], ['mid', 'own'], [], ['nowhere']]
    expect(branchesFor(['own', 'mid', 'far'], standing)).toEqual([
      { branch: 'own', things: [0, 4] },
      { branch: 'mid', things: [1, 3] },
      { branch: 'far', things: [2] },
    ])
    expect(branchesFor(['own'], [['far']])).toEqual([])
  })
  it('fetch each thing once, where it stands, and all that stands anywhere', () => {
    const branches = ['a', 'b', 'c', 'd']
    fc.assert(
      fc.property(fc.array(fc.uniqueArray(fc.constantFrom(...branches))), (standing) => {
        const walked = branchesFor(branches, standing)
        const fetched = walked.flatMap(({ things }) => things).sort((a, b) => a - b)
        expect(fetched).toEqual(standing.flatMap((at, i) => (at.length > 0 ? [i] : [])))
        for (const { branch, things } of walked) for (const one of things) expect(standing[one]).toContain(branch)
        // Beyond the own branch none brings less than one that comes after it.
        const sizes = walked.filter(({ branch }) => branch !== 'a').map(({ things }) => things.length)
        expect(sizes).toEqual([...sizes].sort((a, b) => b - a))
      }),
    )
  })
})

describe('ways of a walk', () => {
  const plan: Plan = {
    branch: 'x',
    stairs: [{ id: 's', metres: 5, nodes: { 0: '00', 1: '00' } }],
    lifts: [],
    floors: [floorOf(0, Array<boolean>(9).fill(true), [10, 10, 10]), floorOf(1, Array<boolean>(9).fill(true), [10, 10, 10])],
  }
  it('lead on from stop to stop, not from the door again; a stop in the same bay needs none', () => {
    const [first, again, unknown, next] = waysBetween(plan, ['0:10', '0:10', null, '0:20'])
    expect([first?.metres, again, unknown, next?.metres]).toEqual([10, null, null, 10])
    expect(next?.legs).toEqual([{ floor: '0', line: [{ x: 10, y: 0 }, { x: 20, y: 0 }] }]) // prettier-ignore
  })
  it('go by the stairs where no lift leads there', () => {
    const [way] = waysBetween(plan, ['1:00'], true)
    expect(way?.directions).toContainEqual({ kind: 'climb', by: 'stairs', floor: '1', flights: 1 })
  })
})
