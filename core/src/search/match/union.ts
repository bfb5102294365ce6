/** Several sets of documents as one: what is in any of them, gathered over a bit for each document. */
import type { SearchIndex } from '../store/columns.ts'
import type { Matches } from './sets.ts'

/** Memory for one union at a time, kept with the index: a set has to be taken before the next is begun. */
export class Union {
  private readonly scores: Float32Array
  private readonly bits: Uint32Array
  private count = 0

  private constructor(docCount: number) {
    this.scores = new Float32Array(docCount)
    this.bits = new Uint32Array(Math.ceil(docCount / 32))
  }

  private static readonly known = new WeakMap<SearchIndex, Union>()

  static over(index: SearchIndex): Union {
    const known = Union.known.get(index) ?? new Union(index.docCount)
    Union.known.set(index, known)
    return known
  }

  /** Of a document that comes again the higher score stays. */
  higher(doc: number, score: number): void {
    if (score > this.scores[doc]) this.scores[doc] = score
    this.mark(doc)
  }

  sum(doc: number, score: number): void {
    this.scores[doc] += score
    this.mark(doc)
  }

  private mark(doc: number): void {
    const bit = 1 << (doc & 31)
    if ((this.bits[doc >>> 5] & bit) !== 0) return
    this.bits[doc >>> 5] |= bit
    this.count += 1
  }

  /** The set, documents ascending; what was gathered is gone afterwards. */
  take(): Matches {
    const docs = new Uint32Array(this.count)
    const scores = new Float32Array(this.count)
    let at = 0
    for (let word = 0; at < docs.length; word += 1) {
      let bits = this.bits[word]
      if (bits === 0) continue
      this.bits[word] = 0
      while (bits !== 0) {
        const doc = word * 32 + (31 - Math.clz32(bits & -bits))
        docs[at] = doc
        scores[at] = this.scores[doc]
        this.scores[doc] = 0
        at += 1
        bits &= bits - 1
      }
    }
    this.count = 0
    return { docs, scores }
  }
}
