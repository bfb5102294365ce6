/** Floors of the demo's branches: aisles with rows of shelf left and right, a cross aisle with the door, stairs, lift and desk. */
import type { Branch } from '@catalex/contract/libraries'
import type { BranchPlan } from '@catalex/contract/plans'
import { signsOf, type Sign } from './signs.ts'

type FloorPlan = BranchPlan['floors'][number]

interface Building {
  size: 'large' | 'middling' | 'small'
  /** Aisles on each floor. */
  aisles: number
  bayWidth?: number
  /** Between one row and the next. */
  pitch?: number
  lift?: boolean
  /** On which side of the cross aisle the stairs are. */
  stairs?: 'left' | 'right'
  /** Where the door is, from 0 at the left to 1 at the right. */
  door?: number
  /** A corner that the building does not have, or the bow of a boat. */
  shape?: 'notch' | 'bow'
  /** Floors as they lie one above another, where they are not listed so. */
  levels?: Record<string, number>
}

const BUILDINGS: Partial<Record<string, Building>> = {
  northmole: { size: 'large', aisles: 3, lift: true, stairs: 'right', door: 0.5 },
  ferrygate: { size: 'middling', aisles: 2, stairs: 'left', door: 0.6, shape: 'notch' },
  lanternhill: { size: 'middling', aisles: 2, lift: true, stairs: 'right', door: 0.3 },
  saltpan: { size: 'small', aisles: 3, bayWidth: 4, door: 0.5 },
  tarbeck: { size: 'small', aisles: 2, bayWidth: 4, stairs: 'right', door: 0.2, shape: 'notch' },
  corrow: { size: 'small', aisles: 3, bayWidth: 3.2, door: 0.15 },
  wetherdale: { size: 'small', aisles: 3, bayWidth: 3.6, door: 0.85 },
  heron: { size: 'small', aisles: 3, bayWidth: 1.8, pitch: 1.2, stairs: 'left', door: 0.3, shape: 'bow', levels: { deck: 0, hold: -1 } },
  cope: { size: 'large', aisles: 2, bayWidth: 6, lift: true, stairs: 'left', door: 0.5 },
  ketteridge: { size: 'middling', aisles: 2, lift: true, stairs: 'right', door: 0.4 },
  maritime: { size: 'middling', aisles: 1, bayWidth: 6, stairs: 'left', door: 0.5 },
  musiclib: { size: 'middling', aisles: 2, door: 0.5, shape: 'notch' },
  college: { size: 'middling', aisles: 1, bayWidth: 5, door: 0.3 },
}
const USUAL: Building = { size: 'middling', aisles: 2, stairs: 'right', door: 0.5 }

const BAY_DEPTH = 0.7
const AISLE = 2
const EDGE = 0.8
/** From the front wall to the cross aisle, and from there to the first row. */
const LOBBY = 3.2
const STAIRS_METRES = 12
const LIFT_METRES = 20

/** Plans of every branch that somebody can walk into. */
export const plansOf = (branches: readonly Branch[]): BranchPlan[] =>
  branches
    .filter(({ collections }) => collections.some(({ kind }) => kind !== 'store'))
    .map((branch) => planOf(branch, BUILDINGS[branch.code] ?? USUAL))

function planOf(branch: Branch, building: Building): BranchPlan {
  const floors = branch.floors.map(({ code }) => code)
  const entrance = branch.entrance ?? floors[0]
  const rows = Math.max(...floors.map((floor) => rowsFor(baysOn(branch, floor, building.size).length, building.aisles)), 2)
  const level = (code: string) => building.levels?.[code] ?? floors.indexOf(code) - floors.indexOf(entrance ?? '')
  const joined = (node: string) => Object.fromEntries(floors.map((code) => [code, node]))
  return {
    branch: branch.code,
    stairs: floors.length > 1 ? [{ id: 'stairs', metres: STAIRS_METRES, nodes: joined('stairs') }] : [],
    lifts: building.lift === true && floors.length > 1 ? [{ id: 'lift', metres: LIFT_METRES, nodes: joined('lift') }] : [],
    floors: floors.map((code) =>
      floorOf(baysOn(branch, code, building.size), building, {
        floor: code,
        level: level(code),
        rows,
        isEntrance: code === entrance,
        storeys: floors.length,
        desk: code === entrance ? (branch.pickups[0]?.desk.split(/[,;]/)[0] ?? null) : null,
      }),
    ),
  }
}

interface Standing {
  collection: string
  sign: Sign
}

/** What readers can walk up to, in the order in which it is set up. */
const baysOn = (branch: Branch, floor: string, size: Building['size']): Standing[] =>
  branch.collections
    .filter((collection) => collection.floor === floor && collection.kind !== 'closed stacks' && collection.kind !== 'store')
    .flatMap(({ code }) => signsOf(branch.code, code, size).map((sign) => ({ collection: code, sign })))

const rowsFor = (bays: number, aisles: number): number => Math.ceil(bays / (2 * aisles))

interface Storey {
  floor: string
  level: number
  rows: number
  isEntrance: boolean
  storeys: number
  desk: string | null
}

function floorOf(standing: readonly Standing[], building: Building, storey: Storey): FloorPlan {
  const { aisles, bayWidth = 4.6, pitch = 2, lift = false, stairs = 'right', door = 0.5, shape } = building
  const { floor, level, rows, isEntrance, storeys, desk } = storey
  const block = 2 * bayWidth + AISLE
  const width = round(EDGE + aisles * (block + EDGE))
  const depth = round(EDGE + rows * pitch + LOBBY + 1.2)
  const cross = round(depth - LOBBY)
  const aisleAt = (aisle: number) => round(EDGE + aisle * (block + EDGE) + bayWidth + AISLE / 2)
  const rowAt = (row: number) => round(cross - 1.4 - row * pitch)
  const aisleNode = (aisle: number, row: number) => `a${String(aisle + 1)}.${String(row + 1)}`
  const feet = Array.from({ length: aisles }, (_, aisle) => ({ id: `a${String(aisle + 1)}`, x: aisleAt(aisle), y: cross }))
  const stairsAt = stairs === 'left' ? EDGE + 0.6 : width - EDGE - 0.6
  const liftAt = stairs === 'left' ? width - EDGE - 0.6 : EDGE + 0.6
  const doorAt = EDGE + door * (width - 2 * EDGE)
  const deskAt = doorAt > width / 2 ? doorAt - 3 : doorAt + 3
  const onCross = [
    ...feet,
    ...(storeys > 1 ? [{ id: 'to-stairs', x: stairsAt, y: cross }] : []),
    ...(lift ? [{ id: 'to-lift', x: liftAt, y: cross }] : []),
    ...(isEntrance ? [{ id: 'hall', x: doorAt, y: cross }] : []),
    ...(desk === null ? [] : [{ id: 'to-desk', x: deskAt, y: cross }]),
  ].sort((a, b) => a.x - b.x)
  const below = [
    ...(storeys > 1 ? [{ id: 'stairs', x: stairsAt, y: cross + 1.6, to: 'to-stairs' }] : []),
    ...(lift ? [{ id: 'lift', x: liftAt, y: cross + 1.6, to: 'to-lift' }] : []),
    ...(isEntrance ? [{ id: 'door', x: doorAt, y: depth, to: 'hall' }] : []),
    ...(desk === null ? [] : [{ id: 'desk', x: deskAt, y: cross + 1.6, to: 'to-desk' }]),
  ]
  // Up on the left of an aisle, and back down on its right, so that what follows stands beside.
  const places = feet.flatMap((_, aisle) => {
    const upwards = Array.from({ length: rows }, (_unused, row) => row)
    return [...upwards.map((row) => ({ aisle, row, right: false })), ...upwards.reverse().map((row) => ({ aisle, row, right: true }))]
  })
  const bays = standing.flatMap(({ collection, sign }, i) => {
    const place = places[i]
    if (!place) throw new Error(`Floor ${floor} has no room for ${collection}.`)
    const { aisle, row, right } = place
    const x = aisleAt(aisle) + (right ? AISLE / 2 : -AISLE / 2 - bayWidth)
    return [{ id: `${floor}-${String(i + 1)}`, x: round(x), y: round(rowAt(row) - BAY_DEPTH / 2), width: bayWidth, depth: BAY_DEPTH, node: aisleNode(aisle, row), collection, ...sign }] // prettier-ignore
  })
  const inAisles = feet.flatMap(({ x }, aisle) =>
    Array.from({ length: rows }, (_, row) => ({ id: aisleNode(aisle, row), x, y: rowAt(row) })),
  )
  return {
    floor,
    level,
    width,
    depth,
    outline: outlineOf(width, depth, shape),
    nodes: [...onCross, ...below.map(({ id, x, y }) => ({ id, x: round(x), y: round(y) })), ...inAisles].map(({ id, x, y }) => ({
      id,
      x: round(x),
      y: round(y),
    })),
    edges: [
      ...onCross.slice(1).map(({ id }, i): [string, string] => [onCross[i]?.id ?? id, id]),
      ...below.map(({ id, to }): [string, string] => [id, to]),
      ...feet.flatMap(({ id }, aisle) => Array.from({ length: rows }, (_, row): [string, string] => [row === 0 ? id : aisleNode(aisle, row - 1), aisleNode(aisle, row)])), // prettier-ignore
    ],
    ...(isEntrance ? { entrance: 'door' } : {}),
    desks: desk === null ? [] : [{ name: desk, node: 'desk' }],
    bays,
  }
}

function outlineOf(width: number, depth: number, shape: Building['shape']): FloorPlan['outline'] {
  const corners: [number, number][] =
    shape === 'bow'
      ? [[0, 0], [width * 0.9, 0], [width, depth * 0.45], [width, depth * 0.55], [width * 0.9, depth], [0, depth]] // prettier-ignore
      : shape === 'notch'
        ? [[0, 0], [width, 0], [width, depth - 1.2], [width - 1.6, depth - 1.2], [width - 1.6, depth], [0, depth]] // prettier-ignore
        : [[0, 0], [width, 0], [width, depth], [0, depth]] // prettier-ignore
  return corners.map(([x, y]) => ({ x: round(x), y: round(y) }))
}

/** To the centimetre. */
const round = (metres: number): number => Math.round(metres * 100) / 100
