/** A title as readers see it: the work, its editions, their copies, and the routes to them. */
import {
  AUDIENCES,
  CARRIER_CODES,
  IDENTIFIER_KINDS,
  NOTE_KINDS,
  OTHER_SCRIPT_FIELDS,
  PERSON_KINDS,
  SUBJECT_KINDS,
  USE_RULES,
} from '@catalex/core/catalogue'
import { COLLECTION_KINDS, COPY_STATUSES } from '@catalex/core/copies'
import { ROUTE_KINDS } from '@catalex/core/routes'
import { deliverySchema } from '../courier/index.ts'
import { queueSchema } from '../holds/index.ts'
import { loanLengthSchema, loanTermsSchema } from '../loans/index.ts'
import { refusalSchema } from '../refusal/index.ts'
import { outsideOfferSchema, scanOfferSchema } from '../requests/index.ts'
import type { FromSchema } from '../schema/index.ts'
import { count, date, flag, list, looseShape, nullable, oneOf, orNull, shape, text } from '../schema/shapes.ts'

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
  binding: { ...textOrNull, description: 'As its ISBN is qualified.' },
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
  bay: { ...textOrNull, description: 'On the plan of the branch, where it shows one.' },
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
  statusText: { ...textOrNull, description: 'The status in the library’s own words, where it is none of these.' },
  inNow: flag,
  due: textOrNull,
  enumeration: textOrNull,
  copy: textOrNull,
  note: textOrNull,
  pieces: {
    ...list(shape({ what: text, branch: text, collection: text, floor: text })),
    description: 'What belongs to the same set, and where it stands: the disc of a book.',
  },
  loan: { ...orNull(loanTermsSchema), description: 'For how long this reader may have it, and on what terms.' },
  hold: verdictSchema,
})

export const routeSchema = shape({
  kind: oneOf(ROUTE_KINDS),
  barcode: textOrNull,
  cost: count,
  open: orNull(shape({ now: flag, until: textOrNull, opens: textOrNull })),
  queue: orNull(queueSchema),
  edition: { ...textOrNull, description: 'Control number of the edition that it brings; null where any considered will do.' },
  hereOnly: flag,
  delivery: { ...orNull(deliverySchema), description: 'How a copy that is kept or sent comes; null where nobody knows.' },
  asked: {
    ...orNull(shape({ scan: orNull(scanOfferSchema), outside: orNull(outsideOfferSchema), by: date })),
    description: 'Scanned, or from outside: on what terms, and the day by which it is there as a rule.',
  },
  notPossible: orNull(refusalSchema),
  lends: {
    ...orNull(shape({ branch: text, loan: loanLengthSchema })),
    description: 'Where it is not possible: the nearest branch that lends a copy on the spot to this reader who comes.',
  },
})

export const onlineVersionSchema = shape({ url: text, label: textOrNull })

const descriptionSchema = shape({
  title: text,
  remainder: textOrNull,
  responsibility: textOrNull,
  uniformTitle: textOrNull,
  variantTitles: list(text),
  people: list(
    shape({
      name: text,
      spoken: text,
      heading: text,
      dates: textOrNull,
      kind: oneOf(PERSON_KINDS),
      roles: list(text),
      main: flag,
      inScript: { ...textOrNull, description: 'The name in another script.' },
    }),
  ),
  edition: textOrNull,
  place: textOrNull,
  publisher: textOrNull,
  years: { ...textOrNull, description: 'The year; of a serial its first and last, "1979–2004", or "1979–" while it goes on.' },
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
  identifiers: list(shape({ kind: oneOf(IDENTIFIER_KINDS), value: text, qualifier: textOrNull })),
  titleInScript: { ...textOrNull, description: 'The title in the script in which it stands on the thing.' },
  otherScripts: list(shape({ field: oneOf(OTHER_SCRIPT_FIELDS), text })),
  online: { ...list(onlineVersionSchema), description: 'Versions that are read online; never copies.' },
})

export const titleQuerySchema = looseShape([], {
  in: {
    type: 'array',
    items: { type: 'string', maxLength: 500 },
    maxItems: 200,
    default: [],
    description: 'Scope: codes of systems, branches or collections ("branch/collection").',
  },
  at: { type: 'string', description: 'Pickup location.' },
  volume: { type: 'string', maxLength: 100, description: 'Barcode of a volume: routes are then to it alone.' },
  editions: {
    type: 'array',
    items: { type: 'string', maxLength: 100 },
    maxItems: 50,
    default: [],
    description: 'Other editions of the work that would do: routes are then to any of them, this one first.',
  },
})

const placeSchema = shape({
  branch: text,
  owned: count,
  inNow: count,
  due: { ...textOrNull, description: 'When the first copy that is out is due.' },
  status: { ...oneOf(COPY_STATUSES), description: 'Of its first copy in shelf order.' },
})

/** Copies that are asked for at once. */
export const MOST_COPIES = 100

const { in: scope, at } = titleQuerySchema.properties

export const copiesQuerySchema = looseShape([], {
  in: scope,
  at,
  branch: { type: 'string', maxLength: 100, description: 'Of this branch alone.' },
  barcode: { type: 'string', maxLength: 100, description: 'This copy alone.' },
  find: { type: 'string', maxLength: 200, default: '', description: 'Part of a volume, a branch’s name or a call number.' },
  from: { type: 'integer', minimum: 0, default: 0 },
  size: { type: 'integer', minimum: 1, maximum: MOST_COPIES, default: MOST_COPIES },
})

export const copiesSchema = shape({ count, copies: list(copySchema) })

export const titlePageSchema = shape({
  controlNumber: text,
  description: descriptionSchema,
  editions: { ...list(editionSchema), description: 'At most two hundred.' },
  moreEditions: { ...count, description: 'Beyond those told: neither their copies nor ways to them are.' },
  places: { ...list(placeSchema), description: 'Branches with copies of this edition, own places first.' },
  copies: { ...list(copySchema), description: 'The first of each place, and those from which a route starts.' },
  pickup: {
    ...nullable('string'),
    description: 'Pickup location that the routes speak of: the one asked for, where this reader may collect there.',
  },
  routes: { ...list(routeSchema), description: 'For this edition, or any of those that would do, best first.' },
  holdable: { ...flag, description: 'Whether what the routes are to can be held, here or for another pickup location.' },
  waiting: count,
  courses: { ...list(shape({ id: text, name: text })), description: 'Courses for which it is kept.' },
})

/** Volumes of a title that are told at once; no journal has more in the places of one consortium. */
export const MOST_VOLUMES = 5000

export const volumesQuerySchema = looseShape([], { in: scope, at })

export const volumesSchema = shape({
  volumes: {
    ...list(
      shape({
        barcode: text,
        branch: text,
        enumeration: textOrNull,
        status: oneOf(COPY_STATUSES),
        statusText: textOrNull,
        inNow: flag,
        due: textOrNull,
      }),
    ),
    description: 'In shelf order within a branch, own places first.',
  },
})

export type Volumes = FromSchema<typeof volumesSchema>

/** A record as it was read, with its copies as they are now. */
export const marcRecordSchema = shape({
  leader: text,
  fields: list(
    shape({
      tag: text,
      indicators: { ...textOrNull, description: 'Both; null for a control field.' },
      value: { ...textOrNull, description: 'Of a control field.' },
      subfields: list(shape({ code: text, value: text })),
    }),
  ),
})

export type MarcView = FromSchema<typeof marcRecordSchema>
export type Edition = FromSchema<typeof editionSchema>
export type CopyLine = FromSchema<typeof copySchema>
export type ShelfPlace = FromSchema<typeof shelfPlaceSchema>
export type RouteLine = FromSchema<typeof routeSchema>
export type CopiesQuery = FromSchema<typeof copiesQuerySchema>
export type Copies = FromSchema<typeof copiesSchema>
export type TitlePage = FromSchema<typeof titlePageSchema>
export type Description = FromSchema<typeof descriptionSchema>
