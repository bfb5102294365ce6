/** Plans of branches: what stands where on each floor. */
import { CALL_NUMBER_SCHEMES } from '@catalex/core/callnumber'
import { FAMILY_CODES } from '@catalex/core/catalogue'
import type { FromSchema } from '../schema/index.ts'
import { list, looseShape, oneOf, shape, text, whole } from '../schema/shapes.ts'

const id = { type: 'string', minLength: 1, maxLength: 60 } as const
const metres = { type: 'number', minimum: 0, maximum: 10_000, description: 'Metres.' } as const
const length = { type: 'number', exclusiveMinimum: 0, maximum: 10_000, description: 'Metres.' } as const
const callNumber = { type: 'string', minLength: 1, maxLength: 200 } as const
/** More than this no floor has. */
const few = <const S extends object>(schema: S, maxItems: number) => ({ ...schema, maxItems })

const rangeSchema = looseShape(['scheme'], {
  scheme: oneOf(CALL_NUMBER_SCHEMES),
  prefix: { type: 'string', maxLength: 60, description: 'Before the numbers: "J FIC"; none where it is left out.' },
  from: { ...callNumber, description: 'Included; from the first where it is left out.' },
  to: { ...callNumber, description: 'Included with whatever begins with it; to the last where it is left out.' },
})

const baySchema = looseShape(['id', 'x', 'y', 'width', 'depth', 'node', 'rows', 'collection'], {
  id: { ...id, description: 'Unique in the branch.' },
  x: metres,
  y: metres,
  width: length,
  depth: length,
  node: { ...id, description: 'Where one stands before it.' },
  rows: { type: 'integer', minimum: 1, maximum: 20, description: 'Rows of shelf, one above another.' },
  collection: text,
  ranges: { ...few(list(rangeSchema), 50), description: 'Call numbers that stand here.' },
  families: { ...few(list(oneOf(FAMILY_CODES)), 20), description: 'Or kinds of thing; without either, what stands in no other bay.' },
})

/** From the top left corner. */
const spot = shape({ x: metres, y: metres })

const floorPlanSchema = looseShape(['floor', 'level', 'width', 'depth', 'outline', 'nodes', 'edges', 'desks', 'bays'], {
  floor: { type: 'string', description: 'Code of a floor of the branch.' },
  level: { ...whole, description: 'Higher for the floor above.' },
  width: length,
  depth: length,
  outline: { ...few(list(spot), 200), description: 'Corners of its walls, in order.' },
  nodes: few(list(shape({ id, x: metres, y: metres })), 3000),
  edges: few(list({ type: 'array', items: [id, id], minItems: 2, additionalItems: false } as const), 6000),
  entrance: { ...id, description: 'Node at the door, on the one floor that has it.' },
  desks: few(list(shape({ name: text, node: id })), 50),
  bays: few(list(baySchema), 3000),
})

const connectionSchema = shape({
  id,
  metres: { ...metres, description: 'That one use counts as.' },
  nodes: { type: 'object', additionalProperties: id, maxProperties: 100, description: 'Floor to its node there.' },
})

export const planSchema = shape({
  branch: text,
  stairs: few(list(connectionSchema), 50),
  lifts: few(list(connectionSchema), 50),
  floors: { ...few(list(floorPlanSchema), 100), minItems: 1 },
})

export const plansFileSchema = list(planSchema)

export type BranchPlan = FromSchema<typeof planSchema>
export type PlansFile = FromSchema<typeof plansFileSchema>
