/** A search: the question as it stands in the address, and its answer. */
import { USE_RULES } from '@catalex/core/catalogue'
import { COPY_STATUSES } from '@catalex/core/copies'
import { AVAILABILITY, FACETS, FIELD_NAMES, FIELDS, HEADING_KINDS, IN_HAND, LISTED_FACETS, MOST_CHARACTERS, OFFER_KINDS, PAGE_SIZES, READBACK_KINDS, SORTS } from '@catalex/core/query' // prettier-ignore
import type { FromSchema } from '../schema/index.ts'
import { count, flag, list, looseShape, moment, nullable, oneOf, orNull, shape, text, whole } from '../schema/shapes.ts'
import { editionSchema, onlineVersionSchema, seriesEntrySchema, shelfPlaceSchema } from '../title/index.ts'

/** Values of one facet in one search; more are no choice but a slip. */
const MOST_CODES = 200
const codes = { type: 'array', items: { type: 'string', maxLength: 500 }, maxItems: MOST_CODES, default: [] } as const
const placeLine = {
  in: { ...codes, description: 'Place line: systems, branches or collections ("branch/collection").' },
  as: { ...codes, description: 'Place line: format families or carriers.' },
} as const

/** Scope and narrowings: which titles count at all. */
export const narrowing = {
  ...placeLine,
  at: { type: 'string', description: 'Place line: pickup location; its copies are named first.' },
  online: { type: 'boolean', default: false, description: 'Place line: titles that are read online count, too.' },
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
    ...list(oneOf(AVAILABILITY)),
    default: [],
    description: 'What a copy has to be: at the pickup location, in now, for taking home, sendable to it.',
  },
  by: {
    ...oneOf(IN_HAND),
    description: 'A copy would be in hand at the pickup location today, within a week, within a fortnight, or at all within ninety days.',
  },
} as const

export const searchQuerySchema = looseShape([], {
  q: { type: 'string', default: '', description: `${String(MOST_CHARACTERS)} characters at most; more are "query-too-large".` },
  field: { ...oneOf(FIELD_NAMES), default: 'anywhere' },
  display: { type: 'string', maxLength: 100, default: '', description: 'Code of a display: only its titles count.' },
  ...narrowing,
  asTyped: { type: 'boolean', default: false, description: 'Read as typed, also where that finds nothing.' },
  sort: { ...oneOf(SORTS), default: 'relevance' },
  page: { type: 'integer', minimum: 1, maximum: 100000, default: 1 },
  size: { type: 'integer', enum: PAGE_SIZES, default: 20 },
})

const whySchema = shape({ field: oneOf(FIELDS), pieces: list(shape({ text, marked: flag })) })

const nearestSchema = shape({
  place: shelfPlaceSchema,
  inNow: flag,
  status: oneOf(COPY_STATUSES),
  use: oneOf(USE_RULES),
  due: nullable('string'),
})

export const rowSchema = shape({
  controlNumber: text,
  title: text,
  remainder: nullable('string'),
  who: list(text),
  year: nullable('integer'),
  series: orNull(seriesEntrySchema),
  editions: { ...list(editionSchema), description: 'At most forty, that by which the row is named among them.' },
  moreEditions: { ...count, description: 'Beyond those told.' },
  titleInScript: { ...nullable('string'), description: 'The title in the script in which it stands on the thing.' },
  inHand: {
    ...orNull(moment),
    description:
      'Of what a search found: when the first copy that is all that is asked would be in hand at the pickup location; null where none can, or nobody knows.',
  },
  online: { ...orNull(onlineVersionSchema), description: 'A version that is read online; never a copy.' },
  why: { ...orNull(whySchema), description: 'The text that matched, where nothing in the row shows it.' },
  nearest: {
    ...orNull(nearestSchema),
    description: 'The copy that a reader of these places would go for: in now before out, pickup location and own places first.',
  },
})

const countsSchema = { type: 'object', additionalProperties: { type: 'integer', minimum: 0 } } as const

const readbackPartSchema = shape({
  kind: oneOf(READBACK_KINDS),
  text,
  without: { type: 'string', description: 'The query with this part taken back.' },
})

const offerSchema = shape({
  kind: oneOf(OFFER_KINDS),
  q: text,
  count,
  values: list(shape({ facet: oneOf(FACETS), value: text })),
  yearFrom: nullable('integer'),
  yearTo: nullable('integer'),
})

export const searchAnswerSchema = shape({
  count: { ...count, description: 'Titles; the editions of a work are one.' },
  records: count,
  weak: {
    ...count,
    description: 'Titles with a word of the query only where publisher, place, year, extent and format stand. They come last.',
  },
  page: { ...whole, description: 'The page asked for, or the last there is.' },
  size: whole,
  rows: list(rowSchema),
  readback: list(readbackPartSchema),
  shortened: { ...list(text), description: 'Unfinished words of which only the commonest words were looked up.' },
  facets: {
    ...shape({
      place: countsSchema,
      format: countsSchema,
      language: countsSchema,
      audience: countsSchema,
      form: countsSchema,
      genre: countsSchema,
      person: countsSchema,
      subject: countsSchema,
      series: countsSchema,
    }),
    description: 'Titles by value. Of genre, person, subject and series the commonest values and those chosen.',
  },
  values: { ...countsSchema, description: 'How many values each long facet has.' },
  years: list(shape({ year: whole, count })),
  copies: { ...countsSchema, description: 'Titles if this were asked of copies too.' },
  inHand: {
    ...orNull(countsSchema),
    description: 'Titles that would be in hand by each of the times; null where the library tells no timetable.',
  },
  without: { ...countsSchema, description: 'Titles if what is chosen of one facet, of years or of copies were dropped.' },
  meant: {
    ...orNull(offerSchema),
    description: 'Where the words as typed find nothing and another reading clearly leads: that reading. All else in this answer is of it.',
  },
  offers: { ...list(offerSchema), description: 'Other readings of the query with what they would find.' },
  display: { ...nullable('string'), description: 'Name of the display that it is narrowed to; null for what is new, and for none.' },
  unnarrowed: { ...count, description: 'Titles with the same words in the same places and formats, without any narrowing.' },
  online: { ...nullable('integer'), description: 'Titles found with those that are read online, where nothing is found without.' },
  wider: { ...nullable('integer'), description: 'Titles with the same words in all places and formats, where that is more.' },
})

export const countAnswerSchema = shape({ count })

export const facetValuesQuerySchema = looseShape(['facet'], {
  ...searchQuerySchema.properties,
  facet: oneOf(LISTED_FACETS),
  find: { type: 'string', default: '', maxLength: 200 },
})

export const facetValuesSchema = list(shape({ value: text, count }))

export const browseQuerySchema = looseShape(['kind'], {
  kind: oneOf(HEADING_KINDS),
  from: { type: 'string', default: '', maxLength: 200, description: 'First letters; where to begin.' },
  position: { type: 'integer', minimum: 0, description: 'Place in the order instead, for going on and back.' },
  until: { type: 'integer', minimum: 0, description: 'Place before which to end, for going back.' },
  empty: { type: 'boolean', default: false, description: 'Headings without a title in the scope, too.' },
  size: { type: 'integer', minimum: 1, maximum: 100, default: 30 },
  ...narrowing,
})

export const browseAnswerSchema = shape({
  position: count,
  next: { ...count, description: 'Place in the order behind the last that was looked at.' },
  total: count,
  headings: {
    ...list(
      shape({
        label: text,
        count,
        see: nullable('string'),
        also: list(text),
        titles: { ...list(text), description: 'Of a call number: what stands there.' },
      }),
    ),
    description: 'In order; those with `see` are no headings of the catalogue themselves and have no place in its count.',
  },
})

export const suggestQuerySchema = looseShape(['q'], {
  q: { type: 'string', maxLength: 200 },
  field: { ...oneOf(FIELD_NAMES), default: 'anywhere' },
  ...narrowing,
})

export const suggestAnswerSchema = list(
  shape({
    kind: oneOf(HEADING_KINDS),
    headings: list(shape({ label: text, count })),
    readAs: { ...nullable('string'), description: 'What was read in place of what was typed, where nothing begins so.' },
  }),
)

export type SearchQuery = FromSchema<typeof searchQuerySchema>
export type SearchAnswer = FromSchema<typeof searchAnswerSchema>
export type ResultRow = SearchAnswer['rows'][number]
export type OfferLine = SearchAnswer['offers'][number]
export type FacetValuesQuery = FromSchema<typeof facetValuesQuerySchema>
export type FacetValues = FromSchema<typeof facetValuesSchema>
export type BrowseQuery = FromSchema<typeof browseQuerySchema>
export type BrowseAnswer = FromSchema<typeof browseAnswerSchema>
export type SuggestQuery = FromSchema<typeof suggestQuerySchema>
export type SuggestAnswer = FromSchema<typeof suggestAnswerSchema>
