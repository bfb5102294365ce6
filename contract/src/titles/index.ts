/** Titles as readers see them: the work, its editions, their copies, and the routes to them. */
import { CARRIER_CODES } from '@catalex/core/catalogue'
import type { FromSchema } from '../schema/index.ts'
import { nullable } from '../schema/nullable.ts'

const text = { type: 'string' } as const
const textOrNull = nullable('string')
const count = { type: 'integer', minimum: 0 } as const
const carrier = { enum: CARRIER_CODES } as const

const personSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['name', 'dates', 'kind', 'roles', 'main'],
  properties: {
    name: text,
    dates: textOrNull,
    kind: { enum: ['person', 'body', 'meeting'] },
    roles: { type: 'array', items: text },
    main: { type: 'boolean' },
  },
} as const

/** In now and owned, in the places of the scope; and owned elsewhere. */
const tallySchema = {
  type: 'object',
  additionalProperties: false,
  required: ['inNow', 'owned', 'elsewhere'],
  properties: { inNow: count, owned: count, elsewhere: count },
} as const

export const callNumberSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['text', 'spine'],
  properties: { text, spine: { type: 'array', items: text } },
} as const

export const editionSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['recordId', 'controlNumber', 'carrier', 'title', 'year', 'edition', 'publisher', 'extent', 'languages', 'tally', 'serial'],
  properties: {
    recordId: { type: 'integer' },
    controlNumber: text,
    carrier,
    title: text,
    year: nullable('integer'),
    edition: textOrNull,
    publisher: textOrNull,
    extent: textOrNull,
    languages: { type: 'array', items: text },
    tally: tallySchema,
    serial: { type: 'boolean', description: 'Held by volume, never as a whole.' },
  },
} as const

export const shelfPlaceSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['branch', 'collection', 'floor', 'callNumber'],
  properties: { branch: text, collection: text, floor: text, callNumber: callNumberSchema },
} as const

export const copySchema = {
  type: 'object',
  additionalProperties: false,
  required: [
    'barcode',
    'recordId',
    'place',
    'collectionKind',
    'use',
    'status',
    'inNow',
    'due',
    'enumeration',
    'copy',
    'note',
    'loanDays',
    'hold',
  ],
  properties: {
    barcode: text,
    recordId: { type: 'integer' },
    place: shelfPlaceSchema,
    collectionKind: text,
    use: { enum: ['loan', 'short loan', 'here only', 'fetched on request'] },
    status: {
      enum: [
        'on shelf',
        'on loan',
        'overdue',
        'kept for a hold',
        'in transit',
        'being fetched',
        'being prepared',
        'on order',
        'at the binder',
        'missing',
        'withdrawn',
      ],
    },
    inNow: { type: 'boolean' },
    due: textOrNull,
    enumeration: textOrNull,
    copy: textOrNull,
    note: textOrNull,
    loanDays: nullable('integer'),
    hold: {
      type: 'object',
      description: 'Whether this reader may have it sent to the pickup location, and why not.',
      additionalProperties: false,
      required: ['allowed', 'cost', 'reason', 'remedy'],
      properties: { allowed: { type: 'boolean' }, cost: count, reason: textOrNull, remedy: textOrNull },
    },
  },
} as const

export const refusalSchema = {
  type: 'object',
  description: 'Why something is refused: a code with its numbers, or the library rule in its own words.',
  additionalProperties: false,
  required: ['code'],
  properties: {
    code: {
      enum: [
        'card-expired',
        'card-blocked',
        'owes-too-much',
        'too-many-holds',
        'already-held',
        'volume-needed',
        'pickup-not-served',
        'no-copy',
        'rule',
      ],
    },
    date: text,
    note: text,
    owed: count,
    held: count,
    limit: count,
    why: { enum: ['lost', 'none'] },
    reason: text,
    remedy: textOrNull,
  },
} as const

export const routeSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['kind', 'barcode', 'cost', 'open', 'line', 'hereOnly', 'notPossible'],
  properties: {
    kind: { enum: ['walk in', 'kept for you', 'sent over', 'in line'] },
    barcode: textOrNull,
    cost: count,
    open: {
      type: ['object', 'null'],
      additionalProperties: false,
      required: ['now', 'until', 'opens'],
      properties: { now: { type: 'boolean' }, until: textOrNull, opens: textOrNull },
    },
    line: {
      type: ['object', 'null'],
      additionalProperties: false,
      required: ['before', 'copies'],
      properties: { before: count, copies: count },
    },
    hereOnly: { type: 'boolean' },
    notPossible: { anyOf: [refusalSchema, { type: 'null' }] },
  },
} as const

const descriptionSchema = {
  type: 'object',
  additionalProperties: false,
  required: [
    'title',
    'remainder',
    'responsibility',
    'uniformTitle',
    'variantTitles',
    'people',
    'edition',
    'place',
    'publisher',
    'year',
    'extent',
    'series',
    'subjects',
    'genres',
    'audience',
    'languages',
    'originalLanguage',
    'contents',
    'summary',
    'notes',
    'identifiers',
  ],
  properties: {
    title: text,
    remainder: textOrNull,
    responsibility: textOrNull,
    uniformTitle: textOrNull,
    variantTitles: { type: 'array', items: text },
    people: { type: 'array', items: personSchema },
    edition: textOrNull,
    place: textOrNull,
    publisher: textOrNull,
    year: nullable('integer'),
    extent: textOrNull,
    series: {
      type: 'array',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['title', 'volume'],
        properties: { title: text, volume: textOrNull },
      },
    },
    subjects: {
      type: 'array',
      items: { type: 'object', additionalProperties: false, required: ['heading', 'kind'], properties: { heading: text, kind: text } },
    },
    genres: { type: 'array', items: text },
    audience: textOrNull,
    languages: { type: 'array', items: text },
    originalLanguage: textOrNull,
    contents: { type: 'array', items: text },
    summary: textOrNull,
    notes: {
      type: 'array',
      items: { type: 'object', additionalProperties: false, required: ['kind', 'text'], properties: { kind: text, text } },
    },
    identifiers: {
      type: 'array',
      items: { type: 'object', additionalProperties: false, required: ['kind', 'value'], properties: { kind: text, value: text } },
    },
  },
} as const

export const titleQuerySchema = {
  type: 'object',
  additionalProperties: false,
  properties: {
    in: { type: 'array', items: text, default: [], description: 'Scope: codes of systems, branches or collections ("branch/collection").' },
    pickup: text,
  },
} as const

export const titlePageSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['controlNumber', 'recordId', 'description', 'editions', 'copies', 'routes', 'waiting'],
  properties: {
    controlNumber: text,
    recordId: { type: 'integer' },
    description: descriptionSchema,
    editions: { type: 'array', items: editionSchema },
    copies: { type: 'array', items: copySchema, description: 'Of this edition, own places first.' },
    routes: { type: 'array', items: routeSchema, description: 'For this edition, best first.' },
    waiting: count,
  },
} as const

export type Edition = FromSchema<typeof editionSchema>
export type CopyLine = FromSchema<typeof copySchema>
export type ShelfPlace = FromSchema<typeof shelfPlaceSchema>
export type RouteLine = FromSchema<typeof routeSchema>
export type RefusalLine = FromSchema<typeof refusalSchema>
export type TitlePage = FromSchema<typeof titlePageSchema>
export type TitleQuery = FromSchema<typeof titleQuerySchema>
export type Description = FromSchema<typeof descriptionSchema>
