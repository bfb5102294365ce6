import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readCallNumber } from '../callnumber/index.ts'
import { bayFinder, planFaults, wayTo, type Bay, type FloorPlan, type Plan } from './index.ts'

const bay = (id: string, node: string, x: number, y: number, more: Partial<Bay> = {}): Bay => ({ id, node, x, y, width: 4, depth: 0.6, rows: 6, collection: 'nonfic', ...more }) // prettier-ignore

/**
 * A door at the foot of an aisle with rows left and right of it; the aisle ends in front of the stairs. Above, a way leads
 * on to the right into a lane with bays on both of its sides.
 *
 *   ground:  stairs          upper:   u2 ---- u3 ---- u4      (u3: bays above and below)
 *            n3  left, right          |
 *            n2  left, right          u1 ---- v1              (an opening to the right)
 *            n1  left (low)           |
 *            door                     top of the stairs
 */
function house(): Plan {
  const ground: FloorPlan = {
    floor: 'g',
    level: 0,
    width: 12,
    depth: 12,
    outline: [],
    nodes: [
      { id: 'door', x: 6, y: 12 },
      { id: 'n1', x: 6, y: 9 },
      { id: 'n2', x: 6, y: 6 },
      { id: 'n3', x: 6, y: 3 },
      { id: 'foot', x: 6, y: 1 },
    ],
    edges: [
      ['door', 'n1'],
      ['n1', 'n2'],
      ['n2', 'n3'],
      ['n3', 'foot'],
    ],
    entrance: 'door',
    desks: [],
    bays: [
      bay('left-low', 'n1', 1, 9, { rows: 3, ranges: [{ scheme: 'author', prefix: 'FIC', from: 'A', to: 'K' }] }),
      bay('left-2', 'n2', 1, 6, { ranges: [{ scheme: 'author', prefix: 'FIC', from: 'L' }] }),
      bay('right-2', 'n2', 7, 6, { ranges: [{ scheme: 'dewey', from: '000', to: '599' }] }),
      bay('left-3', 'n3', 1, 3, { collection: 'media', families: ['film'] }),
      bay('right-3', 'n3', 7, 3, { collection: 'media' }),
    ],
  }
  const upper: FloorPlan = {
    floor: 'u',
    level: 1,
    width: 12,
    depth: 12,
    outline: [],
    nodes: [
      { id: 'top', x: 2, y: 11 },
      { id: 'u1', x: 2, y: 8 },
      { id: 'v1', x: 9, y: 8 },
      { id: 'u2', x: 2, y: 3 },
      { id: 'u3', x: 6, y: 3 },
      { id: 'u4', x: 10, y: 3 },
    ],
    edges: [
      ['top', 'u1'],
      ['u1', 'v1'],
      ['u1', 'u2'],
      ['u2', 'u3'],
      ['u3', 'u4'],
    ],
    desks: [{ name: 'Desk', node: 'top' }],
    bays: [
      bay('lane-left', 'u3', 4, 1, { ranges: [{ scheme: 'dewey', from: '600' }] }),
      bay('lane-right', 'u4', 8, 4, { collection: 'sea' }),
    ],
  }
  const stairs = { id: 'stairs', metres: 10, nodes: { g: 'foot', u: 'top' } }
  return { branch: 'house', stairs: [stairs], lifts: [], floors: [ground, upper] }
}

describe('the bay of a copy', () => {
  const find = bayFinder(house())
  const at = (
    collection: string,
    scheme: 'author' | 'dewey',
    prefix: string | null,
    classPart: string,
    family: 'print' | 'film' | 'music' = 'print',
  ) => {
    const { sortKey } = readCallNumber({ scheme, prefix, classPart, itemPart: null, suffix: null, enumeration: null, copy: null })
    return find({ collection, sortKey, family })
  }
  it.each([
    ['FIC ARK', 'left-low'],
    // Both ends are of the range, the last with all that begins with it.
    ['FIC K', 'left-low'],
    ['FIC KZU', 'left-low'],
    ['FIC LAM', 'left-2'],
    ['FIC ZRO', 'left-2'],
  ])('fiction %s stands in %s', (text, expected) => {
    expect(at('nonfic', 'author', 'FIC', text.slice(4))).toBe(expected)
  })
  it.each([
    ['000', 'right-2'],
    ['599.9 VAR', 'right-2'],
    ['600 ABB', 'lane-left'],
    ['999.99', 'lane-left'],
  ])('%s stands in %s', (text, expected) => {
    expect(at('nonfic', 'dewey', null, text)).toBe(expected)
  })
  it('goes by the kind of thing, or is the rest; what no bay claims has none', () => {
    expect(at('media', 'dewey', 'DVD', '791', 'film')).toBe('left-3')
    expect(at('media', 'dewey', 'CD', '780', 'music')).toBe('right-3')
    expect(at('nonfic', 'dewey', 'J', '600')).toBeNull()
    expect(at('nowhere', 'dewey', null, '600')).toBeNull()
  })
  it('can be told for every call number where ranges follow one another, however it is cut', () => {
    const number = fc
      .integer({ min: 0, max: 99_999 })
      .map((n) => `${String(Math.floor(n / 100)).padStart(3, '0')}.${String(n % 100).padStart(2, '0')}1`)
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 998 }), { minLength: 1, maxLength: 9 }), number, (cuts, text) => {
        const starts = [0, ...cuts].sort((a, b) => a - b)
        const plan = house()
        const bays = starts.map((start, i) => {
          const next = starts[i + 1]
          const from = String(start).padStart(3, '0')
          return bay(from, 'n1', 1, 9, { ranges: [{ scheme: 'dewey', from, ...(next === undefined ? {} : { to: String(next - 1).padStart(3, '0') }) }] }) // prettier-ignore
        })
        const found = bayFinder({ floors: [{ ...plan.floors[0]!, bays }] })
        const { sortKey } = readCallNumber({ scheme: 'dewey', prefix: null, classPart: text, itemPart: null, suffix: null, enumeration: null, copy: null }) // prettier-ignore
        const expected = Math.max(...starts.filter((start) => start <= Number.parseFloat(text)))
        expect(found({ collection: 'nonfic', sortKey, family: 'print' })).toBe(String(expected).padStart(3, '0'))
      }),
    )
  })
})

describe('the way to a bay', () => {
  const said = (id: string) => wayTo(house(), id)?.directions
  it('straight on, with the bay counted on its side and low shelves said', () => {
    expect(said('left-low')).toEqual([
      { kind: 'ahead', metres: 3 },
      { kind: 'bay', side: 'left', nth: 1, low: true },
    ])
    expect(said('left-3')).toEqual([
      { kind: 'ahead', metres: 9 },
      { kind: 'bay', side: 'left', nth: 3, low: false },
    ])
    // There is none on the right at the first node.
    expect(said('right-2')).toEqual([
      { kind: 'ahead', metres: 6 },
      { kind: 'bay', side: 'right', nth: 1, low: false },
    ])
  })
  it('up the stairs, past an opening, and along a lane', () => {
    const way = wayTo(house(), 'lane-left')
    expect(way?.directions).toEqual([
      { kind: 'ahead', metres: 11 },
      { kind: 'climb', by: 'stairs', floor: 'u', flights: 1 },
      { kind: 'turn', side: 'right', nth: 2, metres: 8 },
      { kind: 'ahead', metres: 4 },
      { kind: 'bay', side: 'left', nth: 1, low: false },
    ])
    // 11 to the stairs, 10 for them, 8 and 4 above.
    expect(way?.metres).toBe(33)
    expect(way?.legs.map(({ floor, line }) => [floor, line.length])).toEqual([
      ['g', 5],
      ['u', 4],
    ])
  })
  it('by the lift alone where there is none leads nowhere; with one it goes there', () => {
    const plan = house()
    expect(wayTo(plan, 'lane-left', { stepless: true })).toBeNull()
    expect(wayTo(plan, 'left-3', { stepless: true })?.metres).toBe(9)
    plan.lifts = [{ id: 'lift', metres: 20, nodes: { g: 'door', u: 'v1' } }]
    expect(wayTo(plan, 'lane-left', { stepless: true })?.directions[0]).toEqual({ kind: 'climb', by: 'lift', floor: 'u', flights: 1 })
    // By the stairs it is 33, by the lift 20 and 7 to the aisle, 5 up and 4 along.
    expect(wayTo(plan, 'lane-left', { stepless: true })?.metres).toBe(36)
    expect(wayTo(plan, 'lane-left')?.metres).toBe(33)
  })
  it('from another place than the door; to a bay that there is not', () => {
    expect(wayTo(house(), 'lane-right', { from: { floor: 'u', node: 'u2' } })?.directions).toEqual([
      { kind: 'ahead', metres: 8 },
      { kind: 'bay', side: 'right', nth: 1, low: false },
    ])
    expect(wayTo(house(), 'nothing')).toBeNull()
  })
})

describe('faults of a plan', () => {
  const faults = (change: (plan: Plan & { floors: FloorPlan[] }) => void) => {
    const plan = house() as Plan & { floors: FloorPlan[] }
    change(plan)
    return planFaults(plan).map(({ at, expected }) => `${at.join('.')}: ${expected}`)
  }
  it('a plan that is right has none', () => {
    expect(planFaults(house())).toEqual([])
  })
  const ground = (more: Partial<FloorPlan>) => (plan: { floors: FloorPlan[] }) => {
    plan.floors[0] = { ...plan.floors[0]!, ...more }
  }
  it.each<[string, (plan: Plan & { floors: FloorPlan[] }) => void, RegExp]>([
    ['an edge to nowhere', ground({ edges: [['door', 'moon']] }), /^floors\.0\.edges\.0: two nodes of its floor/],
    ['a door that is no node', ground({ entrance: 'moon' }), /^floors\.0\.entrance: a node/],
    ['no door at all', ground({ entrance: undefined }), /^floors: one floor with an entrance/],
    ['a bay outside', ground({ bays: [bay('out', 'n1', 9, 9)] }), /^floors\.0\.bays\.0: inside the floor, 12 by 12 m/],
    ['a bay without its node', ground({ bays: [bay('out', 'moon', 1, 9)] }), /^floors\.0\.bays\.0\.node: a node/],
    ['a desk without its node', ground({ desks: [{ name: 'Desk', node: 'moon' }] }), /^floors\.0\.desks\.0\.node: a node/],
    ['two bays of one name', ground({ bays: [bay('lane-left', 'n1', 1, 9, { collection: 'x' })] }), /bays\.0: an id that no other bay/],
    ['ranges and families', ground({ bays: [bay('x', 'n1', 1, 9, { ranges: [], families: [] })] }), /not both/],
    ['two bays for the rest', ground({ bays: [bay('x', 'n1', 1, 9), bay('y', 'n1', 1, 9)] }), /^floors\.0\.bays\.1: ranges or families/],
    ['a number out of its scheme', ground({ bays: [bay('x', 'n1', 1, 9, { ranges: [{ scheme: 'dewey', from: 'QA' }] })] }), /bays\.0\.ranges\.0: call numbers that can be read as dewey/],
    ['the last before the first', ground({ bays: [bay('x', 'n1', 1, 9, { ranges: [{ scheme: 'dewey', from: '500', to: '400' }] })] }), /the first no later than the last/],
    ['two bays for one number', ground({ bays: [bay('x', 'n1', 1, 9, { ranges: [{ scheme: 'dewey', from: '500', to: '600' }] })] }), /^floors\.1\.bays\.0: call numbers that do not stand in bay x already/],
    ['one floor twice', (plan) => { plan.floors[1] = { ...plan.floors[1]!, floor: 'g' } }, /^floors\.1\.floor: one plan for a floor/],
    ['stairs to a floor that is not', (plan) => { plan.stairs = [{ id: 's', metres: 1, nodes: { x: 'top' } }] }, /^stairs\.0\.nodes\.x: a floor of the plan/],
    ['a lift to a node that is not', (plan) => { plan.lifts = [{ id: 's', metres: 1, nodes: { u: 'moon' } }] }, /^lifts\.0\.nodes\.u: a node of that floor/],
    ['a floor that nothing leads to', (plan) => { plan.stairs = [] }, /^floors\.1\.bays\.0\.node: a node to which edges, stairs or lifts lead/],
  ])('%s', (_what, change, expected) => {
    expect(faults(change).join('\n')).toMatch(new RegExp(expected.source, 'm'))
  })
}) // prettier-ignore
