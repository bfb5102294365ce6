/** Library systems, their branches and collections: as files bring them, and as readers see them. */
import { COLLECTION_KINDS } from '@catalex/core/copies'
import type { FromSchema } from '../schema/index.ts'
import { count, date, flag, list, looseShape, nullable, oneOf, orNull, shape, text } from '../schema/shapes.ts'

const code = { type: 'string', pattern: '^[a-z0-9-]+$' } as const
const time = { type: 'string', pattern: '^([01]\\d|2[0-4]):[0-5]\\d$' } as const

const hours = {
  type: 'object',
  description: 'Weekday (1 = Monday to 7 = Sunday) to spans of opening, local time.',
  additionalProperties: list({ type: 'array', items: [time, time], minItems: 2, additionalItems: false } as const),
} as const

const floor = shape({
  code: text,
  name: { type: 'string', description: 'As a person in the building would say it: "Level 2, the one you walk in on".' },
})

export const collectionSchema = shape({
  code: { type: 'string', description: 'Unique in its branch; 852 $c.' },
  name: text,
  kind: oneOf(COLLECTION_KINDS),
  floor: { type: 'string', description: 'Code of a floor of the branch.' },
})

const pickupSchema = shape({
  desk: { type: 'string', description: 'As it is named on its door.' },
  holdShelfDays: { type: 'integer', minimum: 1 },
  bring: text,
  categories: { ...orNull(list(text)), description: 'Reader categories that may collect here; null for everybody.' },
})

/** How to reach a branch and its staff; what it does not have is null. */
const contactSchema = shape({
  address: { ...nullable('string'), description: 'Street, place and postcode, on one line.' },
  telephone: nullable('string'),
  mail: nullable('string'),
})

const REQUIRED = ['code', 'system', 'name', 'hours', 'closures', 'floors', 'collections', 'keepsFromShelf', 'pickup'] as const

export const branchSchema = looseShape(REQUIRED, {
  code: { ...code, description: 'Unique in the consortium; 852 $b.' },
  system: text,
  name: text,
  hours,
  closures: list(shape({ from: date, to: date, reason: text })),
  contact: { ...contactSchema, description: 'May be left out.' },
  floors: { ...list(floor), minItems: 1 },
  collections: list(collectionSchema),
  keepsFromShelf: {
    ...flag,
    description: 'Whether copies on its open shelves are taken off and kept for readers who could fetch them.',
  },
  pickup: { ...orNull(pickupSchema), description: 'null where nothing can be collected.' },
})

/** ISO 4217. */
export const currencySchema = { type: 'string', pattern: '^[A-Z]{3}$', description: 'ISO 4217, such as "XTS"; may be left out.' } as const

export const systemSchema = shape({ code: { ...code, description: '852 $a.' }, name: text })

/** Everything about places that screens need, in one answer that seldom changes. */
export const placesSchema = looseShape(['name', 'timeZone', 'systems', 'branches'], {
  format: { enum: [1, 2], description: 'Of the file that it came from.' },
  name: text,
  timeZone: text,
  currency: currencySchema,
  systems: list(systemSchema),
  branches: list(branchSchema),
})

export const healthSchema = shape({
  version: text,
  records: count,
  copies: count,
  index: {
    ...oneOf(['ready', 'catching up', 'failed'] as const),
    description: 'Whether searches are answered, and whether from all records as they are now.',
  },
  reason: { ...nullable('string'), description: 'What is wrong, for whoever runs it.' },
})

export type System = FromSchema<typeof systemSchema>
export type Collection = FromSchema<typeof collectionSchema>
export type Branch = FromSchema<typeof branchSchema>
export type Places = FromSchema<typeof placesSchema>
