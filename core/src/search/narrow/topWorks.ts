/** The first works in an order, kept while all are looked at. */
import { FixedReverseHeap } from 'mnemonist'
import type { Sort } from '../../query/index.ts'
import { addedOrder } from '../store/acquired.ts'
import type { SearchIndex } from '../store/columns.ts'
import { yearOf } from '../store/rows.ts'
import type { DocumentFilter } from './filter.ts'

export interface Ranked {
  work: number
  /** The best matching record of the work, as a document. */
  best: number
  /** What it is ordered by; lower comes first. */
  key: number
  /** When the first of its passing copies would be in hand. */
  arrival: number
}

/** What a document is ordered by; of a work, its lowest counts. A work without a year is neither new nor old. */
const KEYS: Record<Sort, (index: SearchIndex, passing: DocumentFilter, doc: number, score: number) => number> = {
  relevance: (_index, _passing, _doc, score) => -score,
  newest: (index, _passing, doc) => -yearOf(index, doc),
  oldest: (index, _passing, doc) => yearOf(index, doc) || Infinity,
  title: (index, _passing, doc) => index.titleOf[doc],
  person: (index, _passing, doc) => index.personOf[doc] * index.titles.length + index.titleOf[doc],
  added: (index, _passing, doc) => -addedOrder(index, doc),
  'call-number': (_index, passing, doc) => passing.lowestCall(doc),
  'in-hand': (_index, passing) => passing.arrival,
}

export class TopWorks {
  /** The last of the works kept is the one it can show. */
  private readonly heap: FixedReverseHeap<Ranked> & { peek?: () => Ranked }
  private readonly keyOf: (typeof KEYS)[Sort]
  private work = -1
  private best = -1
  private bestScore = 0
  private key = Infinity
  private arrival = Infinity

  constructor(
    sort: Sort,
    private readonly most: number,
  ) {
    this.keyOf = KEYS[sort]
    this.heap = new FixedReverseHeap<Ranked>(Array, inOrder, most)
  }

  /** Records of one work come one after the other. */
  add(index: SearchIndex, passing: DocumentFilter, doc: number, work: number, score: number): void {
    const key = this.keyOf(index, passing, doc, score)
    if (this.work < 0) {
      this.work = work
      this.key = key
      this.arrival = passing.arrival
      this.best = doc
      this.bestScore = score
      return
    }
    if (key < this.key) this.key = key
    if (passing.arrival < this.arrival) this.arrival = passing.arrival
    if (score > this.bestScore) {
      this.bestScore = score
      this.best = doc
    }
  }

  endWork(): void {
    const { work, best, key, arrival, heap, most } = this
    if (work < 0) return
    this.work = -1
    if (most === 0) return
    // Works come in the order in which equals stand, so an equal key is too late. Asked first, for most works are.
    const last = heap.size < most ? undefined : heap.peek?.()
    if (last === undefined || key < last.key) heap.push({ work, best, key, arrival })
  }

  done(): Ranked[] {
    return this.most === 0 ? [] : (this.heap.consume() as Ranked[])
  }
}

const inOrder = (a: Ranked, b: Ranked): number => (a.key === b.key ? a.work - b.work : a.key < b.key ? -1 : 1)
