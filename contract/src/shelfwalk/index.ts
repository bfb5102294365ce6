/** The shelf walk: by branch, in the order in which one comes by; and what can't be walked to, with what to do. */
import { CARRIER_CODES, USE_RULES } from '@catalex/core/catalogue'
import { COPY_STATUSES } from '@catalex/core/copies'
import type { FromSchema } from '../schema/index.ts'
import { list, looseShape, nullable, oneOf, orNull, shape, text } from '../schema/shapes.ts'
import { shelfPlaceSchema } from '../title/index.ts'

/** Titles of one walk; nobody carries more. */
export const MOST_WALKED = 100
const numbers = { type: 'array', items: { type: 'string', minLength: 1, maxLength: 100 }, maxItems: MOST_WALKED } as const

export const walkQuerySchema = looseShape(['titles'], {
  titles: { ...numbers, minItems: 1, description: 'Control numbers.' },
  volumes: { ...numbers, default: [], description: 'Barcodes of volumes: of their titles only these.' },
  at: { type: 'string', description: 'Pickup location; its branch is walked first.' },
  stepless: { type: 'boolean', default: false, description: 'By lift alone.' },
})

const wanted = {
  controlNumber: text,
  title: text,
  who: list(text),
  carrier: oneOf(CARRIER_CODES),
  languages: list(text),
} as const

const stopSchema = shape({
  ...wanted,
  barcode: text,
  enumeration: nullable('string'),
  place: shelfPlaceSchema,
  use: oneOf(USE_RULES),
})

/** Why something is not walked to. */
export const APART = ['fetched', 'out', 'none', 'gone'] as const

export const walkSchema = shape({
  walks: list(shape({ branch: text, stops: list(stopSchema) })),
  apart: {
    ...list(
      shape({
        controlNumber: text,
        title: nullable('string'),
        why: oneOf(APART),
        place: orNull(shelfPlaceSchema),
        status: orNull(oneOf(COPY_STATUSES)),
        due: nullable('string'),
        carrier: orNull(oneOf(CARRIER_CODES)),
      }),
    ),
    description: 'In closed stacks, where staff fetch it; out everywhere; without a copy; or gone from the catalogue.',
  },
})

export type WalkQuery = FromSchema<typeof walkQuerySchema>
export type ShelfWalk = FromSchema<typeof walkSchema>
export type Stop = FromSchema<typeof stopSchema>
