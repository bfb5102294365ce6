/** A title as readers see it: the work, its editions, their copies, and the routes to them. */
import { AUDIENCES, CARRIER_CODES, IDENTIFIER_KINDS, NOTE_KINDS, PERSON_KINDS, SUBJECT_KINDS, USE_RULES } from '@catalex/core/catalogue'
import { COLLECTION_KINDS, COPY_STATUSES } from '@catalex/core/copies'
import { ROUTE_KINDS } from '@catalex/core/routes'
import { queueSchema } from '../holds/index.ts'
import { refusalSchema } from '../refusal/index.ts'
import type { FromSchema } from '../schema/index.ts'
import { count, flag, list, looseShape, nullable, oneOf, orNull, shape, text } from '../schema/shapes.ts'

const textOrNull = nullable('string')
const carrier = oneOf(CARRIER_CODES)
export const seriesEntrySchema = shape({ title: text, volume: textOrNull })

export const editionSchema = shape({
  controlNumber: text,
  carrier,
  title: text,
  year: nullable('integer'),
  edition: textOrNull,
  publisher: textOrNull,
  extent: textOrNull,
  languages: list(text),
  tally: {
    ...shape({ inNow: count, owned: count, elsewhere: count }),
    description: 'In now and owned in the places of the scope; owned elsewhere.',
  },
  serial: { ...flag, description: 'Held by volume, never as a whole.' },
})

export const shelfPlaceSchema = shape({
  branch: text,
  collection: text,
  floor: text,
  callNumber: shape({ text, spine: list(text) }),
})

const verdictSchema = {
  anyOf: [shape({ allowed: { const: true }, cost: count }), shape({ allowed: { const: false }, refusal: refusalSchema })],
  description: 'Whether this reader may have it sent to the pickup location, and why not.',
} as const

export const copySchema = shape({
  barcode: text,
  place: shelfPlaceSchema,
  collectionKind: oneOf(COLLECTION_KINDS),
  use: oneOf(USE_RULES),
  status: oneOf(COPY_STATUSES),
  inNow: flag,
  due: textOrNull,
  enumeration: textOrNull,
  copy: textOrNull,
  note: textOrNull,
  loanDays: nullable('integer'),
  hold: verdictSchema,
})

export const routeSchema = shape({
  kind: oneOf(ROUTE_KINDS),
  barcode: textOrNull,
  cost: count,
  open: orNull(shape({ now: flag, until: textOrNull, opens: textOrNull })),
  queue: orNull(queueSchema),
  hereOnly: flag,
  notPossible: orNull(refusalSchema),
})

const descriptionSchema = shape({
  title: text,
  remainder: textOrNull,
  responsibility: textOrNull,
  uniformTitle: textOrNull,
  variantTitles: list(text),
  people: list(shape({ name: text, dates: textOrNull, kind: oneOf(PERSON_KINDS), roles: list(text), main: flag })),
  edition: textOrNull,
  place: textOrNull,
  publisher: textOrNull,
  year: nullable('integer'),
  extent: textOrNull,
  series: list(seriesEntrySchema),
  subjects: list(shape({ heading: text, kind: oneOf(SUBJECT_KINDS) })),
  genres: list(text),
  audience: orNull(oneOf(AUDIENCES)),
  languages: list(text),
  originalLanguage: textOrNull,
  contents: list(text),
  summary: textOrNull,
  notes: list(shape({ kind: oneOf(NOTE_KINDS), text })),
  identifiers: list(shape({ kind: oneOf(IDENTIFIER_KINDS), value: text })),
})

export const titleQuerySchema = looseShape([], {
  in: { type: 'array', items: text, default: [], description: 'Scope: codes of systems, branches or collections ("branch/collection").' },
  at: { type: 'string', description: 'Pickup location.' },
})

export const titlePageSchema = shape({
  controlNumber: text,
  description: descriptionSchema,
  editions: list(editionSchema),
  copies: { ...list(copySchema), description: 'Of this edition, own places first.' },
  pickup: {
    ...nullable('string'),
    description: 'Pickup location that the routes speak of: the one asked for, where this reader may collect there.',
  },
  routes: { ...list(routeSchema), description: 'For this edition, best first.' },
  waiting: count,
})

export type Edition = FromSchema<typeof editionSchema>
export type CopyLine = FromSchema<typeof copySchema>
export type ShelfPlace = FromSchema<typeof shelfPlaceSchema>
export type RouteLine = FromSchema<typeof routeSchema>
export type TitlePage = FromSchema<typeof titlePageSchema>
export type Description = FromSchema<typeof descriptionSchema>
