/** An index copied into one stretch of memory that threads share and a file holds, and read from it where it lies. */
import { FIELDS, LISTED_FACETS } from '../../query/index.ts'
import { COLUMNS, TEXTS, type Column, type Columns, type Kind, type Kinds, type SearchIndex, type Text, type Texts } from './columns.ts'
import { FORMAT_TREE } from './formats.ts'
import { hashOf } from './hash.ts'
import { STEMMED_LANGUAGES } from '../match/stems.ts'
import { TextList } from './textList.ts'
import type { FacetTree } from './tree.ts'

/** What a file says of the memory that follows. */
export interface PackedHeader {
  docCount: number
  workCount: number
  placeTree: { codes: readonly string[]; parents: number[] }
  filedIn: string
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
export const LAYOUT = hashOf(JSON.stringify([COLUMNS, TEXTS, FIELDS, LISTED_FACETS, FORMAT_TREE.codes, STEMMED_LANGUAGES, 4])).toString(16)

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
    filedIn: index.filedIn,
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
    filedIn: header.filedIn,
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
