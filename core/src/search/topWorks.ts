/** The first works in an order, kept while all are looked at: a heap with the last of them on top. */
import type { Sort } from '../asking/index.ts'
import type { SearchIndex } from './columns.ts'
import type { Passing } from './passing.ts'

export interface Ranked {
  work: number
  /** The best matching record of the work, as a document. */
  best: number
  /** What it is ordered by; lower comes first. */
  key: number
}

/** What a document is ordered by; of a work, its lowest counts. A work without a year is neither new nor old. */
const KEYS: Record<Sort, (index: SearchIndex, passing: Passing, doc: number, score: number) => number> = {
  relevance: (_index, _passing, _doc, score) => -score,
  newest: (index, _passing, doc) => -index.year[doc],
  oldest: (index, _passing, doc) => index.year[doc] || Infinity,
  title: (index, _passing, doc) => index.titleOf[doc],
  person: (index, _passing, doc) => index.personOf[doc] * index.titles.length + index.titleOf[doc],
  added: (index, _passing, doc) => -index.recordIds[doc],
  'call-number': (_index, passing, doc) => passing.lowestCall(doc),
}

export class TopWorks {
  /** A heap: each entry stands behind its two children in the order, so that the last of all is the first here. */
  private readonly heap: Ranked[] = []
  private readonly keyOf: (typeof KEYS)[Sort]
  private work = -1
  private best = -1
  private bestScore = 0
  private key = Infinity

  constructor(
    sort: Sort,
    private readonly most: number,
  ) {
    this.keyOf = KEYS[sort]
  }

  /** Records of one work come one after the other. */
  add(index: SearchIndex, passing: Passing, doc: number, work: number, score: number): void {
    const key = this.keyOf(index, passing, doc, score)
    if (this.work < 0) {
      this.work = work
      this.key = key
      this.best = doc
      this.bestScore = score
      return
    }
    if (key < this.key) this.key = key
    if (score > this.bestScore) {
      this.bestScore = score
      this.best = doc
    }
  }

  endWork(): void {
    const { work, best, key } = this
    if (work < 0) return
    this.work = -1
    if (this.most === 0) return
    if (this.heap.length < this.most) {
      this.heap.push({ work, best, key })
      this.rise(this.heap.length - 1)
    } else if (key < this.heap[0].key) {
      // Works come in the order in which equals stand, so an equal key is too late.
      this.heap[0] = { work, best, key }
      this.sink(0)
    }
  }

  /** In order. */
  done(): Ranked[] {
    return this.heap.sort(inOrder)
  }

  private rise(from: number): void {
    for (let at = from; at > 0;) {
      const parent = (at - 1) >>> 1
      if (inOrder(this.heap[at], this.heap[parent]) < 0) return
      this.swap(at, parent)
      at = parent
    }
  }

  private sink(from: number): void {
    for (let at = from; ;) {
      const left = 2 * at + 1
      if (left >= this.heap.length) return
      const last = left + 1 < this.heap.length && inOrder(this.heap[left + 1], this.heap[left]) > 0 ? left + 1 : left
      if (inOrder(this.heap[last], this.heap[at]) < 0) return
      this.swap(at, last)
      at = last
    }
  }

  private swap(a: number, b: number): void {
    const kept = this.heap[a]
    this.heap[a] = this.heap[b]
    this.heap[b] = kept
  }
}

const inOrder = (a: Ranked, b: Ranked): number => (a.key === b.key ? a.work - b.work : a.key < b.key ? -1 : 1)
