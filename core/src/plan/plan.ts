/** Plans of a branch: what stands where on each floor, and how one walks there. Lengths are metres, from the top left corner. */
import type { CallNumberRange } from '../callnumber/index.ts'
import type { Family } from '../catalogue/index.ts'

export interface Spot {
  x: number
  y: number
}

/** Where one can stand; known on its floor by its id. */
export interface PlanNode extends Spot {
  id: string
}

export interface Bay extends Spot {
  /** Unique in the branch. */
  id: string
  /** Along x. */
  width: number
  /** Along y. */
  depth: number
  /** Where one stands before it. */
  node: string
  /** Rows of shelf, one above another. */
  rows: number
  collection: string
  /** Call numbers that stand here; or families of formats; or, without either, all of the collection that stands in no other bay. */
  ranges?: readonly CallNumberRange[]
  families?: readonly Family[]
}

export interface FloorPlan {
  /** Code of the floor in its branch. */
  floor: string
  /** Floors above (or below, negative) an arbitrary one. */
  level: number
  width: number
  depth: number
  outline: readonly Spot[]
  nodes: readonly PlanNode[]
  /** Pairs of nodes between which one can walk straight. */
  edges: readonly (readonly string[])[]
  /** The node at the door, on the floor that has one. */
  entrance?: string
  desks: readonly { name: string; node: string }[]
  bays: readonly Bay[]
}

/** Stairs, or a lift: a node on each floor that they join. */
export interface Connection {
  id: string
  /** That one use counts as. */
  metres: number
  nodes: Readonly<Record<string, string>>
}

export interface Plan {
  branch: string
  stairs: readonly Connection[]
  lifts: readonly Connection[]
  floors: readonly FloorPlan[]
}

/** Bays of all floors, with the floor on which they stand. */
export const baysOf = ({ floors }: Pick<Plan, 'floors'>): { floor: FloorPlan; bay: Bay }[] =>
  floors.flatMap((floor) => floor.bays.map((bay) => ({ floor, bay })))
