/** A search: the question as it stands in the address, and its answer. */
import { AVAILABILITY, FACETS, FIELDS, HEADING_KINDS, LISTED_FACETS, SORTS } from '@catalex/core/asking'
import type { FromSchema } from '../schema/index.ts'
import { nullable } from '../schema/nullable.ts'
import { editionSchema, shelfPlaceSchema } from '../titles/index.ts'

const codes = { type: 'array', items: { type: 'string' }, default: [] } as const
const text = { type: 'string' } as const
const count = { type: 'integer', minimum: 0 } as const

export const PAGE_SIZES = [20, 50, 100] as const

export const searchQuerySchema = {
  type: 'object',
  additionalProperties: false,
  properties: {
    q: { type: 'string', default: '', maxLength: 20000 },
    field: { enum: ['anywhere', ...FIELDS, 'title-begins', 'title-whole', 'number'], default: 'anywhere' },
    in: { ...codes, description: 'Place line: systems, branches or collections ("branch/collection").' },
    as: { ...codes, description: 'Place line: format families or carriers.' },
    place: codes,
    notPlace: codes,
    format: codes,
    notFormat: codes,
    language: codes,
    notLanguage: codes,
    audience: codes,
    notAudience: codes,
    form: codes,
    notForm: codes,
    genre: codes,
    notGenre: codes,
    person: codes,
    notPerson: codes,
    subject: codes,
    notSubject: codes,
    series: codes,
    notSeries: codes,
    yearFrom: { type: 'integer', minimum: 0, maximum: 9999 },
    yearTo: { type: 'integer', minimum: 0, maximum: 9999 },
    copies: {
      type: 'array',
      items: { enum: AVAILABILITY },
      default: [],
      description: 'What a copy has to be: at the pickup location, in now, for taking home, sendable to it.',
    },
    pickup: { type: 'string', description: 'Pickup location: its copies are named first.' },
    sort: { enum: SORTS, default: 'relevance' },
    page: { type: 'integer', minimum: 1, maximum: 100000, default: 1 },
    size: { type: 'integer', enum: PAGE_SIZES, default: 20 },
  },
} as const

const rowSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['controlNumber', 'recordId', 'title', 'remainder', 'who', 'year', 'series', 'editions', 'nearest', 'why'],
  properties: {
    controlNumber: text,
    recordId: { type: 'integer' },
    title: text,
    remainder: nullable('string'),
    who: { type: 'array', items: text },
    year: nullable('integer'),
    series: {
      type: ['object', 'null'],
      additionalProperties: false,
      required: ['title', 'volume'],
      properties: { title: text, volume: nullable('string') },
    },
    editions: { type: 'array', items: editionSchema },
    why: {
      type: ['object', 'null'],
      description: 'The text that matched, where nothing in the row shows it.',
      additionalProperties: false,
      required: ['field', 'pieces'],
      properties: {
        field: { enum: FIELDS },
        pieces: {
          type: 'array',
          items: {
            type: 'object',
            additionalProperties: false,
            required: ['text', 'marked'],
            properties: { text, marked: { type: 'boolean' } },
          },
        },
      },
    },
    nearest: {
      type: ['object', 'null'],
      description: 'The copy that a reader of these places would go for: in now before out, pickup location and own places first.',
      additionalProperties: false,
      required: ['place', 'inNow', 'status', 'use', 'due'],
      properties: { place: shelfPlaceSchema, inNow: { type: 'boolean' }, status: text, use: text, due: nullable('string') },
    },
  },
} as const

const countsSchema = { type: 'object', additionalProperties: { type: 'integer', minimum: 0 } } as const

export const searchAnswerSchema = {
  type: 'object',
  additionalProperties: false,
  required: [
    'count',
    'records',
    'page',
    'size',
    'rows',
    'readback',
    'facets',
    'values',
    'years',
    'copies',
    'without',
    'offers',
    'unnarrowed',
    'wider',
  ],
  properties: {
    count: { ...count, description: 'Titles; the editions of a work are one.' },
    records: count,
    page: { type: 'integer' },
    size: { type: 'integer' },
    rows: { type: 'array', items: rowSchema },
    readback: {
      type: 'array',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['kind', 'text', 'without'],
        properties: {
          kind: {
            enum: [
              'word',
              'prefix',
              'phrase',
              'excluded',
              'operator',
              'article',
              'isbn',
              'issn',
              'isbn-misprint',
              'issn-misprint',
              'barcode',
              'callnumber',
              'cql',
            ],
          },
          text,
          without: { type: 'string', description: 'The query with this part taken back.' },
        },
      },
    },
    facets: {
      type: 'object',
      description: 'Titles by value. Of genre, person, subject and series the commonest values and those chosen.',
      additionalProperties: false,
      required: ['place', 'format', 'language', 'audience', 'form', 'genre', 'person', 'subject', 'series'],
      properties: {
        place: countsSchema,
        format: countsSchema,
        language: countsSchema,
        audience: countsSchema,
        form: countsSchema,
        genre: countsSchema,
        person: countsSchema,
        subject: countsSchema,
        series: countsSchema,
      },
    },
    values: { ...countsSchema, description: 'How many values each long facet has.' },
    years: {
      type: 'array',
      items: { type: 'object', additionalProperties: false, required: ['year', 'count'], properties: { year: { type: 'integer' }, count } },
    },
    copies: { ...countsSchema, description: 'Titles if this were asked of copies too.' },
    without: { ...countsSchema, description: 'Titles if what is chosen of one facet, of years or of copies were dropped.' },
    offers: {
      type: 'array',
      description: 'Other readings of the query with what they would find.',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['kind', 'q', 'count', 'values', 'yearFrom', 'yearTo'],
        properties: {
          kind: { enum: ['phrase', 'any', 'operators', 'spelling', 'narrowing'] },
          q: text,
          count,
          values: {
            type: 'array',
            items: {
              type: 'object',
              additionalProperties: false,
              required: ['facet', 'value'],
              properties: { facet: { enum: FACETS }, value: text },
            },
          },
          yearFrom: nullable('integer'),
          yearTo: nullable('integer'),
        },
      },
    },
    unnarrowed: { ...count, description: 'Titles with the same words in the same places and formats, without any narrowing.' },
    wider: { type: ['integer', 'null'], description: 'Titles with the same words in all places and formats, where that is more.' },
  },
} as const

export type SearchQuery = FromSchema<typeof searchQuerySchema>
export type SearchAnswer = FromSchema<typeof searchAnswerSchema>
export type SearchRowLine = SearchAnswer['rows'][number]

export const facetValuesQuerySchema = {
  type: 'object',
  additionalProperties: false,
  required: ['facet'],
  properties: { ...searchQuerySchema.properties, facet: { enum: LISTED_FACETS }, find: { type: 'string', default: '', maxLength: 200 } },
} as const

export const facetValuesSchema = {
  type: 'array',
  items: { type: 'object', additionalProperties: false, required: ['value', 'count'], properties: { value: text, count } },
} as const

export type FacetValuesQuery = FromSchema<typeof facetValuesQuerySchema>
export type FacetValues = FromSchema<typeof facetValuesSchema>

const headingSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['label', 'count'],
  properties: { label: text, count },
} as const
const scope = { in: codes, as: codes } as const

export const browseQuerySchema = {
  type: 'object',
  additionalProperties: false,
  required: ['kind'],
  properties: {
    kind: { enum: HEADING_KINDS },
    from: { type: 'string', default: '', maxLength: 200, description: 'First letters; where to begin.' },
    position: { type: 'integer', minimum: 0, description: 'Place in the order instead, for going on and back.' },
    size: { type: 'integer', minimum: 1, maximum: 100, default: 30 },
    ...scope,
  },
} as const

export const browseAnswerSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['position', 'total', 'headings'],
  properties: {
    position: count,
    total: count,
    headings: {
      type: 'array',
      description: 'In order; those with `see` are no headings of the catalogue themselves and have no place in its count.',
      items: {
        ...headingSchema,
        required: ['label', 'count', 'see', 'also'],
        properties: { ...headingSchema.properties, see: nullable('string'), also: { type: 'array', items: text } },
      },
    },
  },
} as const

export const suggestQuerySchema = {
  type: 'object',
  additionalProperties: false,
  required: ['q'],
  properties: { q: { type: 'string', maxLength: 200 }, ...scope },
} as const

export const suggestAnswerSchema = {
  type: 'array',
  items: {
    type: 'object',
    additionalProperties: false,
    required: ['kind', 'headings'],
    properties: { kind: { enum: HEADING_KINDS }, headings: { type: 'array', items: headingSchema } },
  },
} as const

export type BrowseQuery = FromSchema<typeof browseQuerySchema>
export type BrowseAnswer = FromSchema<typeof browseAnswerSchema>
export type SuggestQuery = FromSchema<typeof suggestQuerySchema>
export type SuggestAnswer = FromSchema<typeof suggestAnswerSchema>
export type OfferLine = SearchAnswer['offers'][number]
