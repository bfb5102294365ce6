/**
 * The index as it lies in memory: an inverted index and columns by document, all typed arrays in one stretch of memory,
 * so that threads can share it and a file can hold it as it is.
 */
import { FIELDS, LISTED_FACETS } from '../asking/index.ts'
import { FORMAT_TREE } from './formats.ts'
import { hashOf } from './hash.ts'
import { STEMMED_LANGUAGES } from './stems.ts'
import { TextList } from './texts.ts'
import type { FacetTree } from './tree.ts'

/**
 * Every column with its kind of number. Term, document, work, value: numbers from 0. "Start" columns have one entry more
 * than there are things: those of thing i are from start[i] up to start[i + 1].
 */
const COLUMNS = {
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
  /** Document of a record number, -1 for none. */
  docOfRecord: 'i32',
  workStart: 'u32',
  /** Two hashes of each work's key, one after the other. */
  workHash: 'u32',
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
  callDocStart: 'u32',
  callDoc: 'u32',
  /** Value of each spoken name. */
  spokenValue: 'u32',
} as const

/** Lists of texts; those marked are sorted, by code point. */
const TEXTS = [
  /** Sorted, so that a prefix is a range. */
  'terms',
  /** Language and stem, sorted. */
  'stems',
  'titles',
  /** Titles as filed. */
  'titleKeys',
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

type Column = keyof typeof COLUMNS
type Text = (typeof TEXTS)[number]
interface Kinds {
  u8: Uint8Array
  u16: Uint16Array
  u32: Uint32Array
  i32: Int32Array
}
type Kind = keyof Kinds
type Columns = { [name in Column]: Kinds[(typeof COLUMNS)[name]] }
type Texts = Record<Text, TextList>

export interface SearchIndex extends Columns, Texts {
  docCount: number
  workCount: number
  placeTree: FacetTree
  formatTree: FacetTree
}

/** What a file says of the memory that follows. */
export interface PackedHeader {
  docCount: number
  workCount: number
  placeTree: { codes: readonly string[]; parents: number[] }
  formatTree: { codes: readonly string[]; parents: number[] }
  /** Entries of each column, in the order in which they lie. */
  lengths: Record<string, number>
  octets: number
}

export interface PackedIndex {
  header: PackedHeader
  memory: SharedArrayBuffer
}

/** Columns begin at multiples of this, so that every kind of number lies as processors want it. */
const ALIGNED = 8

const OCTETS: Record<Kind, number> = { u8: 1, u16: 2, u32: 4, i32: 4 }
const VIEWS: { [kind in Kind]: (memory: SharedArrayBuffer, at: number, length: number) => Kinds[kind] } = {
  u8: (memory, at, length) => new Uint8Array(memory, at, length),
  u16: (memory, at, length) => new Uint16Array(memory, at, length),
  u32: (memory, at, length) => new Uint32Array(memory, at, length),
  i32: (memory, at, length) => new Int32Array(memory, at, length),
}

const kindOf = (name: string): Kind => (name in COLUMNS ? COLUMNS[name as Column] : name.endsWith('.starts') ? 'u32' : 'u8')
const textParts = (name: Text) => [`${name}.bytes`, `${name}.starts`] as const
const ORDER: readonly string[] = [...Object.keys(COLUMNS), ...TEXTS.flatMap(textParts)]

/** Stands for the way in which an index is laid out: memory written by another way can't be read. */
export const LAYOUT = hashOf(JSON.stringify([COLUMNS, TEXTS, FIELDS, LISTED_FACETS, FORMAT_TREE.codes, STEMMED_LANGUAGES, 1])).toString(16)

/** Copies an index into one stretch of shared memory. */
export function pack(index: SearchIndex): PackedIndex {
  const parts: Record<string, ArrayLike<number>> = {}
  for (const name of Object.keys(COLUMNS) as Column[]) parts[name] = index[name]
  for (const name of TEXTS) {
    const [bytes, starts] = textParts(name)
    parts[bytes] = index[name].bytes
    parts[starts] = index[name].starts
  }
  const lengths = Object.fromEntries(ORDER.map((name) => [name, parts[name].length]))
  const header: PackedHeader = {
    docCount: index.docCount,
    workCount: index.workCount,
    placeTree: plainTree(index.placeTree),
    formatTree: plainTree(index.formatTree),
    lengths,
    octets: placesOf(lengths).octets,
  }
  const memory = new SharedArrayBuffer(header.octets)
  const { places } = placesOf(lengths)
  for (const name of ORDER) VIEWS[kindOf(name)](memory, places[name], lengths[name]).set(parts[name])
  return { header, memory }
}

/** The index that lies in this memory; nothing is copied. */
export function unpack({ header, memory }: PackedIndex): SearchIndex {
  const { places } = placesOf(header.lengths)
  const part = (name: string) => VIEWS[kindOf(name)](memory, places[name], header.lengths[name])
  const columns = Object.fromEntries(Object.keys(COLUMNS).map((name) => [name, part(name)])) as unknown as Columns
  const texts = Object.fromEntries(
    TEXTS.map((name) => {
      const [bytes, starts] = textParts(name)
      return [name, new TextList(part(bytes) as Uint8Array, part(starts) as Uint32Array)]
    }),
  ) as Texts
  return {
    ...columns,
    ...texts,
    docCount: header.docCount,
    workCount: header.workCount,
    placeTree: { codes: header.placeTree.codes, parents: Int32Array.from(header.placeTree.parents) },
    formatTree: { codes: header.formatTree.codes, parents: Int32Array.from(header.formatTree.parents) },
  }
}

const plainTree = ({ codes, parents }: FacetTree) => ({ codes, parents: [...parents] })

function placesOf(lengths: Record<string, number>): { places: Record<string, number>; octets: number } {
  let octets = 0
  const places: Record<string, number> = {}
  for (const name of ORDER) {
    places[name] = octets
    octets += Math.ceil(((lengths[name] ?? Number.NaN) * OCTETS[kindOf(name)]) / ALIGNED) * ALIGNED
  }
  return { places, octets }
}
