/** The search engine: an inverted index in typed arrays, built from records and asked in one pass. */
export { IndexBuilder, type SearchIndex } from './build.ts'
export { documentOf, languageOf, textsOf, type HeldAt, type SearchDocument } from './document.ts'
export {
  AVAILABILITY,
  FACETS,
  LISTED_FACETS,
  LONG_FACETS,
  sendTable,
  USE_BITS,
  type Availability,
  type Facet,
  type ListedFacet,
  type SendTable,
} from './facets.ts'
export { FIELDS, type SearchField } from './fields.ts'
export type { NarrowingChoice } from './narrow.ts'
export { identifiersIn, type IdentifierQuery } from './query/identifier.ts'
export { BUILDER_FIELDS, BUILDER_JOINS, cqlFrom, matchesFor, rowsFrom, type BuilderRow } from './query/builder.ts'
export { CqlError, isCql, parseCql } from './query/cql.ts'
export { parseQuery, type ParsedQuery, type QueryNode, type QueryPart } from './query/parse.ts'
export { SORTS, type Sort } from './rank.ts'
export { countOf, facetValues, recordsOfWork, search, setInNow, type SearchQuestion, type SearchResult, type SearchRow } from './search.ts'
export { whyMatched, type Reason } from './why.ts'
export { facetTree, type FacetTree, type TreeNode } from './tree.ts'
export { HEADING_KINDS, Headings, type Heading, type HeadingKind } from './headings.ts'
export { offersFor, type Offer } from './offers.ts'
export { Speller } from './spelling.ts'
