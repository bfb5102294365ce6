/**
 * The index as it lies in memory: an inverted index and columns by document, all typed arrays in one stretch of memory,
 * so that threads can share it and a file can hold it as it is.
 */
import type { TextList } from './textList.ts'
import type { FacetTree } from './tree.ts'

/**
 * Every column with its kind of number. Term, document, work, value: numbers from 0. "Start" columns have one entry more
 * than there are things: those of thing i are from start[i] up to start[i + 1].
 */
export const COLUMNS = {
  /** Postings of a term. */
  termStart: 'u32',
  postDoc: 'u32',
  /** Bit f: the term stands in field f of the document. */
  postMask: 'u8',
  /** Where the positions of every eighth posting begin in `spots` (postings.ts). */
  spotBlock: 'u32',
  spots: 'u8',
  /** Words of one stem in one language. */
  stemStart: 'u32',
  stemTerm: 'u32',
  /** Terms by the letters that are left when some are dropped (spelling.ts). */
  nearStart: 'u32',
  nearTerm: 'u32',

  /** Work, format, year and where the lists of a document begin (documentRow.ts). */
  rows: 'u32',
  recordIds: 'u32',
  /** Day on which the newest copy came (acquired.ts). */
  acquired: 'u16',
  /** Document of a record number, -1 for none. */
  docOfRecord: 'i32',
  workStart: 'u32',
  /** Two hashes of each work's key, one after the other. */
  workHash: 'u32',
  /** Works in the order of their first hash. */
  workByHash: 'u32',
  /** Number of the stemmed language of the document's words (stems.ts). */
  language: 'u8',
  /** Title and person under which the document is filed; their numbers are their alphabetical order. */
  titleOf: 'u32',
  personOf: 'u32',
  /** Words in the title, for which a match counts the more the fewer they are. */
  titleLength: 'u8',
  /** First word of the title behind its article, as a term. */
  firstWord: 'u32',
  /** Hashes of the whole titles of a document. */
  wholeStart: 'u32',
  wholeTitle: 'u32',
  /** Copies of a document by place (documentRow.ts). */
  held: 'u32',
  /** Call number there, numbered in shelf order. */
  heldCall: 'u32',
  /** Listed facets of a document: the values of facet f are the numbers from valueFirst[f] up to valueFirst[f + 1], in alphabetical order. */
  valueFirst: 'u32',
  value: 'u32',
  /** Documents of a value, ascending. */
  valueDocStart: 'u32',
  valueDoc: 'u32',
  /** Documents of a title as filed, and of a call number, ascending. */
  titleDocStart: 'u32',
  titleDoc: 'u32',
  /** Documents of each further title (`otherTitles`), ascending. */
  otherDocStart: 'u32',
  otherDoc: 'u32',
  callDocStart: 'u32',
  callDoc: 'u32',
  /** Value of each spoken name. */
  spokenValue: 'u32',
} as const

/** Lists of texts; those marked are sorted, by code point. */
export const TEXTS = [
  /** Sorted, so that a prefix is a range. */
  'terms',
  /** Language and stem, sorted. */
  'stems',
  'titles',
  /** Titles as filed. */
  'titleKeys',
  /** Variant titles without leading article, reduced to their words, sorted. */
  'otherTitles',
  /** Sorted. */
  'personKeys',
  /** Sort keys of call numbers, sorted. */
  'callKeys',
  'valueLabels',
  /** Values reduced to their words, sorted within each facet. */
  'valueKeys',
  /** Names in the order in which they are spoken, sorted. */
  'spokenKeys',
] as const

export type Column = keyof typeof COLUMNS
export type Text = (typeof TEXTS)[number]
export interface Kinds {
  u8: Uint8Array
  u16: Uint16Array
  u32: Uint32Array
  i32: Int32Array
}
export type Kind = keyof Kinds
export type Columns = { [name in Column]: Kinds[(typeof COLUMNS)[name]] }
export type Texts = Record<Text, TextList>

export interface SearchIndex extends Columns, Texts {
  docCount: number
  workCount: number
  placeTree: FacetTree
  /** Language in whose order titles and names stand (ISO 639-1). */
  filedIn: string
  formatTree: FacetTree
}
