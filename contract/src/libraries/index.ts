/** Library systems, their branches and collections: as files bring them, and as readers see them. */
import { CHANNELS } from '@catalex/core/card'
import { COLLECTION_KINDS } from '@catalex/core/copies'
import { joiningSchema } from '../joining/index.ts'
import type { FromSchema } from '../schema/index.ts'
import { count, date, flag, list, looseShape, name, moment, nullable, oneOf, orNull, shape, text } from '../schema/shapes.ts'

/** Of any form that stands in an address and in "branch/collection". */
const code = {
  type: 'string',
  pattern: '^[^\\s/|,]+( [^\\s/|,]+)*$',
  maxLength: 60,
  description: 'a name without "/", "|" and ","',
} as const
const time = { type: 'string', pattern: '^([01]\\d|2[0-4]):[0-5]\\d$', description: 'a time, "09:30"' } as const

const hours = {
  type: 'object',
  description: 'Weekday (1 = Monday to 7 = Sunday) to spans of opening, local time.',
  additionalProperties: list({ type: 'array', items: [time, time], minItems: 2, additionalItems: false } as const),
} as const

/** Every so many weeks, counted from a Monday. */
export const weeksSchema = shape({ every: { type: 'integer', minimum: 1, maximum: 53 }, first: date })

const floor = shape({
  code: text,
  name: { ...name, description: 'As a person in the building would say it: "Level 2, the one you walk in on".' },
})

export const collectionSchema = shape({
  code: { type: 'string', description: 'Unique in its branch; 852 $c.' },
  name,
  kind: oneOf(COLLECTION_KINDS),
  floor: { type: 'string', description: 'Code of a floor of the branch.' },
})

/** Its code is unique among the pickup points of all branches: that of the branch, where it has only one. */
const pickupSchema = looseShape(['code', 'desk', 'holdShelfDays', 'bring', 'categories'], {
  code: code,
  name: { type: 'string', description: 'Where the name of the branch does not say it.' },
  desk: { type: 'string', description: 'As it is named on its door.' },
  hours: { ...hours, description: 'Where they are not those of the branch.' },
  holdShelfDays: { type: 'integer', minimum: 1 },
  bring: text,
  categories: { ...orNull(list(text)), description: 'Reader categories that may collect here; null for everybody.' },
  loan: { type: 'string', description: 'What choosing it does to the loan, in a sentence.' },
  loanBegins: {
    ...oneOf(['when collected', 'when sent'] as const),
    description: 'From when the days of a loan count that is collected here; when it is left out, from when it is collected.',
  },
})

/** How to reach a branch and its staff; what it does not have is null. */
const contactSchema = looseShape(['address', 'telephone', 'mail'], {
  address: { ...nullable('string'), description: 'Street, place and postcode, on one line.' },
  telephone: nullable('string'),
  mail: nullable('string'),
  web: { type: 'string', pattern: '^https?://', description: 'Its page.' },
})

const REQUIRED = ['code', 'system', 'name', 'hours', 'closures', 'floors', 'collections', 'keepsFromShelf', 'pickups'] as const

/** Its code is unique in the consortium, and 852 $b. */
export const branchSchema = looseShape(REQUIRED, {
  code: code,
  system: text,
  name,
  hours,
  weeks: { ...weeksSchema, description: 'Open every so many weeks alone; every week where it is left out.' },
  closures: list(shape({ from: date, to: date, reason: text })),
  contact: { ...contactSchema, description: 'May be left out.' },
  floors: list(floor),
  entrance: { type: 'string', description: 'Code of the floor on which one walks in; the first where it is left out.' },
  collections: { ...list(collectionSchema), description: 'None where things are only collected.' },
  keepsFromShelf: {
    ...flag,
    description: 'Whether copies on its open shelves are taken off and kept for readers who could fetch them.',
  },
  notices: {
    ...shape({ channel: oneOf(CHANNELS), until: date, reason: text }),
    description: 'How its readers are told for the time being, whatever they have chosen; left out for as they choose.',
  },
  pickups: { ...list(pickupSchema), description: 'Where things are collected; none where nothing can be.' },
})

/** ISO 4217. */
export const currencySchema = { type: 'string', pattern: '^[A-Z]{3}$', description: 'ISO 4217, such as "XTS"; may be left out.' } as const

/** What is written before call numbers, and what it means. */
export const prefixesSchema = list(shape({ prefix: { type: 'string', minLength: 1 }, meaning: text }))

/** Languages of the interface, by ISO 639-1; the first is that of whoever has chosen none. */
export const languagesSchema = { ...list({ type: 'string', pattern: '^[a-z]{2}$' }), minItems: 1 } as const

/** How card numbers and PINs look, as far as somebody who types one is told. */
export const cardsSchema = looseShape(['shapes'], {
  shapes: {
    ...list({ type: 'string', minLength: 1, maxLength: 40 }),
    minItems: 1,
    description: '"9" stands for a digit, "A" for a letter, anything else for itself.',
  },
  padded: { ...flag, description: 'Whether leading zeros may be left out.' },
  suffix: {
    ...count,
    maximum: 9,
    description: 'So many letters before or behind the number may be left off, or typed as well; 0 where it is left out.',
  },
  campuses: {
    ...list({ type: 'string', minLength: 1, maxLength: 9 }),
    maxItems: 50,
    description: 'The only letters that may; any where it is left out.',
  },
  where: { type: 'string', description: 'Where on the card the number stands, in a sentence.' },
  secret: { ...oneOf(['PIN', 'password'] as const), description: 'What goes with it; a PIN where it is left out.' },
  shortest: { ...count, minimum: 4, description: 'Characters of a PIN or password at least; 4 where it is left out.' },
})

/** Its code is 852 $a. */
export const systemSchema = looseShape(['code', 'name'], {
  code,
  name,
  returns: {
    ...oneOf(['anywhere', 'own branches'] as const),
    description: 'Where what it lends is brought back; at any of the libraries where it is left out.',
  },
})

/** Everything about places that screens need, in one answer that seldom changes. */
export const placesSchema = looseShape(['name', 'timeZone', 'systems', 'branches'], {
  format: { enum: [1, 2], description: 'Of the file that it came from.' },
  name,
  timeZone: text,
  currency: currencySchema,
  languages: languagesSchema,
  prefixes: prefixesSchema,
  cards: cardsSchema,
  joining: { ...joiningSchema, description: 'How one gets a card; left out where that is done at a desk alone.' },
  courses: { ...flag, description: 'Whether texts are kept for courses.' },
  courier: { ...flag, description: 'Whether it is known when things are in hand.' },
  plans: { ...list(text), description: 'Branches of which there is a plan.' },
  bridged: { ...flag, description: 'Whether another system lends: what it can’t be asked for is done at a desk.' },
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

export const lendingSchema = shape({
  answering: { ...flag, description: 'Whether the system that lends answers; where Catalex lends it always does.' },
  asOf: { ...orNull(moment), description: 'Its last answer; null where there has been none yet.' },
})

export type System = FromSchema<typeof systemSchema>
export type Collection = FromSchema<typeof collectionSchema>
export type Branch = FromSchema<typeof branchSchema>
export type PickupPoint = FromSchema<typeof pickupSchema>
export type Cards = FromSchema<typeof cardsSchema>
export type LendingState = FromSchema<typeof lendingSchema>
export type Places = FromSchema<typeof placesSchema>
