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

export const SORTS = ['relevance', 'newest', 'oldest', 'title', 'person', 'call-number', 'added'] as const
export type Sort = (typeof SORTS)[number]

export const HEADING_KINDS = ['person', 'title', 'subject', 'series', 'call-number'] as const
export type HeadingKind = (typeof HEADING_KINDS)[number]
