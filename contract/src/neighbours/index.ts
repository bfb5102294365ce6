/** What stands left and right of a copy on its shelf. */
import { CARRIER_CODES } from '@catalex/core/catalogue'
import { COPY_STATUSES } from '@catalex/core/copies'
import type { FromSchema } from '../schema/index.ts'
import { flag, list, looseShape, nullable, oneOf, shape, text } from '../schema/shapes.ts'

/** Copies on one side that are asked for at once. */
export const MOST_NEIGHBOURS = 60

export const neighboursQuerySchema = looseShape(['barcode'], {
  barcode: { type: 'string', minLength: 1, maxLength: 100, description: 'A copy on the shelf.' },
  side: {
    ...oneOf(['both', 'left', 'right'] as const),
    default: 'both',
    description: 'What stands left or right of it, without it; or both with it.',
  },
  size: { type: 'integer', minimum: 1, maximum: MOST_NEIGHBOURS, default: 20, description: 'On each side.' },
})

const spineSchema = shape({
  barcode: text,
  controlNumber: text,
  title: text,
  who: list(text),
  year: nullable('integer'),
  carrier: oneOf(CARRIER_CODES),
  extent: nullable('string'),
  callNumber: shape({ text, spine: list(text) }),
  status: oneOf(COPY_STATUSES),
  statusText: nullable('string'),
  inNow: flag,
  due: nullable('string'),
})

export const neighboursSchema = shape({
  branch: text,
  collection: { type: 'string', description: 'Name of the collection.' },
  spines: { ...list(spineSchema), description: 'In shelf order, those now out among them.' },
  more: shape({ left: flag, right: flag }),
})

export type NeighboursQuery = FromSchema<typeof neighboursQuerySchema>
export type Neighbours = FromSchema<typeof neighboursSchema>
export type Spine = Neighbours['spines'][number]
