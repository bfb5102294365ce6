/** The words in which a search is asked: fields, facets, things asked of copies, orders, kinds of heading. */

export const FIELDS = ['title', 'person', 'subject', 'series', 'contents', 'notes', 'publisher', 'summary'] as const
export type SearchField = (typeof FIELDS)[number]

/** Facets whose values a record lists; place and format have trees and columns of their own. */
export const LISTED_FACETS = ['language', 'audience', 'form', 'genre', 'person', 'subject', 'series'] as const
export type ListedFacet = (typeof LISTED_FACETS)[number]

export const FACETS = ['place', 'format', ...LISTED_FACETS] as const
export type Facet = (typeof FACETS)[number]

/** Facets with so many values that a list shows only the commonest. */
export const LONG_FACETS = ['genre', 'person', 'subject', 'series'] as const satisfies readonly ListedFacet[]

/** Four plain things about copies, each a choice of its own. A copy has to meet all that are chosen. */
export const AVAILABILITY = ['here', 'inNow', 'takeHome', 'sendable'] as const
export type Availability = (typeof AVAILABILITY)[number]

/** Times by which something would be in hand: the end of the day, and of the seventh and fourteenth after it. */
export const IN_HAND = ['today', 'week', 'fortnight', 'later'] as const
export type InHandBy = (typeof IN_HAND)[number]

export const SORTS = ['relevance', 'newest', 'oldest', 'title', 'person', 'call-number', 'added', 'in-hand'] as const
export type Sort = (typeof SORTS)[number]

export const HEADING_KINDS = ['person', 'title', 'subject', 'series', 'call-number'] as const
export type HeadingKind = (typeof HEADING_KINDS)[number]

/** What the field chooser offers: any field, a field by itself, titles from their start or whole, numbers that stand on the thing. */
export const FIELD_NAMES = [
  'anywhere',
  'no-publisher',
  'title',
  'title-begins',
  'title-whole',
  ...FIELDS.filter((field): field is Exclude<SearchField, 'title'> => field !== 'title'),
  'number',
  'call-number',
] as const
export type FieldName = (typeof FIELD_NAMES)[number]

/** What can be narrowed, dropped and kept as one: each facet, the years, and what is asked of copies. */
export const NARROWINGS = [...FACETS, 'years', 'copies', 'by'] as const
export type NarrowingName = (typeof NARROWINGS)[number]

export const PAGE_SIZES = [20, 50, 100] as const
export type PageSize = (typeof PAGE_SIZES)[number]

/** How a stretch of a query was taken. */
export const READBACK_KINDS = ['word', 'prefix', 'phrase', 'excluded', 'operator', 'article', 'isbn', 'issn', 'isbn-misprint', 'issn-misprint', 'barcode', 'number', 'callnumber', 'cql'] as const // prettier-ignore
export type ReadbackKind = (typeof READBACK_KINDS)[number]

/** Other readings of a query that are offered. */
export const OFFER_KINDS = ['phrase', 'any', 'operators', 'spelling', 'narrowing', 'volume'] as const
export type OfferKind = (typeof OFFER_KINDS)[number]
