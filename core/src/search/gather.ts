/** Passing documents gathered into works, which come in runs. */
import type { SearchIndex } from './build.ts'

export class Gathered {
  private readonly works: Uint32Array
  private readonly bestDoc: Uint32Array
  private readonly score: Float32Array
  private readonly newest: Uint16Array
  private readonly added: Uint32Array
  private readonly titleRank: Uint32Array
  private readonly personRank: Uint32Array
  private readonly callRank: Uint32Array
  private count = 0
  private records = 0

  constructor(most: number) {
    this.works = new Uint32Array(most)
    this.bestDoc = new Uint32Array(most)
    this.score = new Float32Array(most)
    this.newest = new Uint16Array(most)
    this.added = new Uint32Array(most)
    this.titleRank = new Uint32Array(most)
    this.personRank = new Uint32Array(most)
    this.callRank = new Uint32Array(most)
  }

  add(index: SearchIndex, doc: number, work: number, score: number, callRank: number): void {
    this.records += 1
    let at = this.count - 1
    if (at < 0 || this.works[at] !== work) {
      at = this.count
      this.count += 1
      this.works[at] = work
      this.bestDoc[at] = doc
      this.score[at] = -1
      this.titleRank[at] = this.personRank[at] = this.callRank[at] = 0xffffffff
    }
    // The column holds single precision: compare in it, so that of equals the first record stays the best.
    if (Math.fround(score) > this.score[at]) {
      this.score[at] = score
      this.bestDoc[at] = doc
    }
    this.newest[at] = Math.max(this.newest[at], index.year[doc])
    this.added[at] = Math.max(this.added[at], index.recordIds[doc])
    this.titleRank[at] = Math.min(this.titleRank[at], index.titleRank[doc])
    this.personRank[at] = Math.min(this.personRank[at], index.personRank[doc])
    this.callRank[at] = Math.min(this.callRank[at], callRank)
  }

  done() {
    const { works, bestDoc, score, newest, added, titleRank, personRank, callRank, count, records } = this
    return { works, bestDoc, score, newest, added, titleRank, personRank, callRank, count, records }
  }
}
