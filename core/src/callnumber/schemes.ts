/** Shelving schemes, as the first indicator of MARC 21 field 852 tells them apart (and $2 where that says 7). */
export const CALL_NUMBER_SCHEMES = ['lc', 'dewey', 'nlm', 'title', 'author', 'accession', 'other'] as const
export type CallNumberScheme = (typeof CALL_NUMBER_SCHEMES)[number]
