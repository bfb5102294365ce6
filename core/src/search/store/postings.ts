/**
 * Postings and the positions behind them. Positions lie as octets: of each posting, field by field as its mask names
 * them, the steps from one position to the next, each as a number of seven bits an octet (low end first) whose lowest
 * bit says that the field has more. Where they begin is kept for every eighth posting; the ones between are walked over.
 */
import type { SearchIndex } from './columns.ts'
import { FIELD_SPAN } from './fields.ts'

const BLOCK = 8
const FIELDS_IN = Uint8Array.from({ length: 256 }, (_, mask) => mask.toString(2).replaceAll('0', '').length)

export type Postings = Pick<SearchIndex, 'termStart' | 'postDoc' | 'postMask' | 'spotBlock' | 'spots'>

/**
 * Folds the tokens of a term in one document into one posting.
 * @param tokenAt where the tokens of each term begin
 * @param docs document of each token, ascending within a term
 * @param positions of each token, ascending within a document
 */
export function postingsFrom(tokenAt: Uint32Array, docs: Uint32Array, positions: Uint32Array): Postings {
  const termStart = new Uint32Array(tokenAt.length)
  const count = postingsIn(tokenAt, docs)
  const postDoc = new Uint32Array(count)
  const postMask = new Uint8Array(count)
  const spotBlock = new Uint32Array(Math.ceil(count / BLOCK))
  let spots = new Uint8Array(docs.length * 2 + 64)
  let posting = -1
  let at = 0
  for (let term = 0; term + 1 < tokenAt.length; term += 1) {
    termStart[term] = posting + 1
    for (let i = tokenAt[term]; i < tokenAt[term + 1]; i += 1) {
      const begins = i === tokenAt[term] || docs[i] !== docs[i - 1]
      if (begins) {
        posting += 1
        postDoc[posting] = docs[i]
        if (posting % BLOCK === 0) spotBlock[posting / BLOCK] = at
      }
      const field = fieldOf(positions[i])
      postMask[posting] |= 1 << field
      const last = begins || fieldOf(positions[i - 1]) !== field ? field * FIELD_SPAN : positions[i - 1]
      const more = i + 1 < tokenAt[term + 1] && docs[i + 1] === docs[i] && fieldOf(positions[i + 1]) === field
      if (at + 8 > spots.length) spots = grown(spots)
      for (let left = (positions[i] - last) * 2 + Number(more); ; left >>>= 7) {
        spots[at++] = left < 128 ? left : (left & 127) | 128
        if (left < 128) break
      }
    }
  }
  termStart[tokenAt.length - 1] = count
  return { termStart, postDoc, postMask, spotBlock, spots: spots.subarray(0, at) }
}

const fieldOf = (position: number): number => Math.floor(position / FIELD_SPAN)

function postingsIn(tokenAt: Uint32Array, docs: Uint32Array): number {
  let count = 0
  for (let term = 0; term + 1 < tokenAt.length; term += 1) {
    for (let i = tokenAt[term]; i < tokenAt[term + 1]; i += 1) if (i === tokenAt[term] || docs[i] !== docs[i - 1]) count += 1
  }
  return count
}

function grown(octets: Uint8Array<ArrayBuffer>): Uint8Array<ArrayBuffer> {
  const larger = new Uint8Array(octets.length * 2)
  larger.set(octets)
  return larger
}

/** Goes through the postings of a term, documents ascending. */
export class Cursor {
  posting: number
  private readonly end: number

  constructor(
    private readonly index: SearchIndex,
    term: number,
  ) {
    this.posting = index.termStart[term]
    this.end = index.termStart[term + 1]
  }

  /** Goes on to a document that stands behind the last one asked for. @returns whether the term stands in it */
  seek(doc: number): boolean {
    const { postDoc } = this.index
    let step = 1
    let low = this.posting
    // Steps that double, then halves: near documents cost little, and far ones not much more.
    while (low + step < this.end && postDoc[low + step] < doc) {
      low += step
      step *= 2
    }
    let high = Math.min(low + step, this.end)
    while (low < high) {
      const middle = (low + high) >>> 1
      if (postDoc[middle] < doc) low = middle + 1
      else high = middle
    }
    this.posting = low
    return low < this.end && postDoc[low] === doc
  }
}

/** Writes the positions of a posting into `into`, ascending, as field times FIELD_SPAN and place. @returns how many */
export function positionsAt(index: SearchIndex, posting: number, into: Uint32Array): number {
  const { spots, postMask } = index
  const block = posting - (posting % BLOCK)
  let at = index.spotBlock[block / BLOCK]
  for (let before = block; before < posting; before += 1) {
    for (let fields = FIELDS_IN[postMask[before]]; fields > 0;) {
      if ((spots[at] & 1) === 0) fields -= 1
      while (spots[at++] > 127);
    }
  }
  let count = 0
  for (let field = 0, mask = postMask[posting]; mask !== 0; field += 1, mask >>>= 1) {
    if ((mask & 1) === 0) continue
    let position = field * FIELD_SPAN
    for (let more = true; more;) {
      let step = 0
      for (let shift = 0; ; shift += 7) {
        const octet = spots[at++]
        step |= (octet & 127) << shift
        if (octet < 128) break
      }
      more = (step & 1) === 1
      position += step >>> 1
      if (count < into.length) into[count++] = position
    }
  }
  return count
}

/** A word comes in one record no oftener than is worth looking at. */
const MOST_POSITIONS = 1024

/** Tells in which fields terms stand side by side, for cursors that stand on one document. */
export class Adjacency {
  private readonly places: Uint32Array[]

  constructor(
    private readonly index: SearchIndex,
    private readonly cursors: readonly Cursor[],
  ) {
    this.places = cursors.map(() => new Uint32Array(MOST_POSITIONS))
  }

  /** @returns mask of those fields, among the ones asked for */
  maskAt(fields: number): number {
    const { cursors, places } = this
    const shared = cursors.reduce((mask, cursor) => mask & this.index.postMask[cursor.posting], fields)
    if (shared === 0) return 0
    const counts = cursors.map((cursor, i) => positionsAt(this.index, cursor.posting, places[i]))
    let mask = 0
    const at = counts.map(() => 0)
    for (let i = 0; i < counts[0]; i += 1) {
      const start = places[0][i]
      let together = true
      for (let k = 1; k < counts.length && together; k += 1) {
        while (at[k] < counts[k] && places[k][at[k]] < start + k) at[k] += 1
        together = at[k] < counts[k] && places[k][at[k]] === start + k
      }
      if (together) mask |= 1 << fieldOf(start)
    }
    return mask & fields
  }
}
