/** The search engine: an inverted index in typed arrays, built from records and asked in one pass. */
export { IndexBuilder, type SearchIndex } from './build.ts'
export { documentOf, type HeldAt, type SearchDocument } from './document.ts'
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
export { parseQuery, type ParsedQuery, type QueryNode, type QueryPart } from './query/parse.ts'
export { SORTS, type Sort } from './rank.ts'
export { facetValues, recordsOfWork, search, setInNow, type SearchQuestion, type SearchResult, type SearchRow } from './search.ts'
export { facetTree, type FacetTree, type TreeNode } from './tree.ts'
