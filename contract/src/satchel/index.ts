/** The satchel: what a reader gathers while looking, and rows of what has been gathered anywhere. */
import { MOST_ENTRIES } from '@catalex/core/satchel'
import { rowSchema } from '../search/index.ts'
import type { FromSchema } from '../schema/index.ts'
import { list, looseShape, moment, nullable, shape, text } from '../schema/shapes.ts'

const number = { type: 'string', minLength: 1, maxLength: 100 } as const
const barcode = { ...nullable('string'), maxLength: 100, description: 'One volume of it; null for any copy.' } as const

export const entrySchema = shape({ controlNumber: number, barcode, added: moment })

export const changeSatchelSchema = shape({
  add: { ...list(entrySchema), maxItems: MOST_ENTRIES },
  remove: { ...list(shape({ controlNumber: number, barcode })), maxItems: MOST_ENTRIES },
})

export const satchelSchema = shape({
  entries: { ...list(shape({ controlNumber: text, barcode: nullable('string'), added: moment })), description: 'The last added first.' },
})

export const changedSatchelSchema = shape({
  ...satchelSchema.properties,
  left: { ...satchelSchema.properties.entries, description: 'What did not fit.' },
})

/** Titles of which rows are asked for at once. */
export const MOST_ROWS = 50

export const rowsQuerySchema = looseShape(['titles'], {
  titles: { type: 'array', items: number, minItems: 1, maxItems: MOST_ROWS, description: 'Control numbers.' },
  in: {
    type: 'array',
    items: { type: 'string', maxLength: 500 },
    maxItems: 200,
    default: [],
    description: 'Scope of which counts and the nearest copy speak.',
  },
  at: { type: 'string', description: 'Pickup location; its copies are named first.' },
})

export const rowsSchema = { ...list(rowSchema), description: 'In the order asked; of a title that is gone there is none.' } as const

export type Satchel = FromSchema<typeof satchelSchema>
export type ChangeSatchel = FromSchema<typeof changeSatchelSchema>
export type ChangedSatchel = FromSchema<typeof changedSatchelSchema>
