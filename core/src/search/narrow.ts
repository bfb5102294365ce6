/**
 * Narrowing: one pass over the matched documents that keeps what passes every facet, counts every facet without its own
 * choice, and gathers works. Counts are of works and exact.
 */
import type { SearchIndex } from './build.ts'
import type { Matches } from './match.ts'
import { chosenNodes, TreeCount } from './tree.ts'

export interface NarrowingChoice {
  /** Standing scope (Place line): places and formats that count at all; empty means all. */
  scopePlaces: readonly string[]
  scopeFormats: readonly string[]
  /** Values of a facet are alternatives; facets together all hold. */
  places: readonly string[]
  notPlaces: readonly string[]
  formats: readonly string[]
  notFormats: readonly string[]
  /** Only what has a copy in now, in the places chosen. */
  inNow: boolean
}

export interface Narrowed {
  /** Matched works, and of each its best document, score and sort columns. */
  works: Uint32Array
  bestDoc: Uint32Array
  score: Float32Array
  newest: Uint16Array
  titleRank: Uint32Array
  callRank: Uint32Array
  count: number
  /** Records, of which a work may have several. */
  records: number
  placeCounts: Uint32Array
  formatCounts: Uint32Array
  inNowCount: number
}

/** Works with a copy in now come a little before equals. */
const IN_NOW_BOOST = 0.6

export function narrow(index: SearchIndex, matches: Matches, choice: NarrowingChoice): Narrowed {
  const places = new PlaceTest(index, choice)
  const formatScope = chosenNodes(index.formatTree, choice.scopeFormats)
  const formatChosen = chosenNodes(index.formatTree, choice.formats)
  const formatBarred = chosenNodes(index.formatTree, choice.notFormats)
  const placeCount = new TreeCount(index.placeTree)
  const formatCount = new TreeCount(index.formatTree)
  const gathered = new Gathered(matches.docs.length)
  let inNowCount = 0
  let inNowLast = -1

  for (let i = 0; i < matches.docs.length; i += 1) {
    const doc = matches.docs[i]
    const format = index.format[doc]
    if (formatScope && !formatScope[format]) continue
    places.look(doc)
    if (!places.inScope) continue
    const work = index.workOf[doc]
    const formatPasses = !((formatChosen && !formatChosen[format]) || formatBarred?.[format])
    if (formatPasses) places.countInto(placeCount, doc, work)
    if (places.passes) formatCount.add(format, work)
    if (formatPasses && places.inNowThere && inNowLast !== work) {
      inNowLast = work
      inNowCount += 1
    }
    if (formatPasses && places.passes) {
      const boost = places.inNowThere ? IN_NOW_BOOST : 0
      gathered.add(index, doc, work, matches.scores[i] + boost, places.callRank)
    }
  }
  return { ...gathered.done(), placeCounts: placeCount.counts, formatCounts: formatCount.counts, inNowCount }
}

/** What the copies of one document say to the choice of places. */
class PlaceTest {
  inScope = false
  /** A copy stands at a chosen place (and is in now, where that is asked for), and none at a barred one. */
  passes = false
  inNowThere = false
  callRank = 0

  private readonly scope: Uint8Array | null
  private readonly chosen: Uint8Array | null
  private readonly barred: Uint8Array | null

  constructor(
    private readonly index: SearchIndex,
    private readonly choice: NarrowingChoice,
  ) {
    this.scope = chosenNodes(index.placeTree, choice.scopePlaces)
    this.chosen = chosenNodes(index.placeTree, choice.places)
    this.barred = chosenNodes(index.placeTree, choice.notPlaces)
  }

  look(doc: number): void {
    const { heldStart, heldPlace, heldInNow, heldCallRank } = this.index
    this.inScope = this.passes = this.inNowThere = false
    this.callRank = 0xffffffff
    let barred = false
    for (let e = heldStart[doc]; e < heldStart[doc + 1]; e += 1) {
      const place = heldPlace[e]
      if (this.scope && !this.scope[place]) continue
      this.inScope = true
      if (this.barred?.[place]) barred = true
      if (this.chosen && !this.chosen[place]) continue
      if (heldInNow[e] > 0) this.inNowThere = true
      if (this.choice.inNow && heldInNow[e] === 0) continue
      this.passes = true
      this.callRank = Math.min(this.callRank, heldCallRank[e])
    }
    if (barred) this.passes = this.inNowThere = false
  }

  /** Counts the document's places; the choice of places itself is left out, that of "in now" is not. */
  countInto(count: TreeCount, doc: number, work: number): void {
    const { heldStart, heldPlace, heldInNow } = this.index
    for (let e = heldStart[doc]; e < heldStart[doc + 1]; e += 1) {
      const place = heldPlace[e]
      if (this.scope && !this.scope[place]) continue
      if (this.choice.inNow && heldInNow[e] === 0) continue
      count.add(place, work)
    }
  }
}

/** Passing documents gathered into works, which come in runs. */
class Gathered {
  private readonly works: Uint32Array
  private readonly bestDoc: Uint32Array
  private readonly score: Float32Array
  private readonly newest: Uint16Array
  private readonly titleRank: Uint32Array
  private readonly callRank: Uint32Array
  private count = 0
  private records = 0

  constructor(most: number) {
    this.works = new Uint32Array(most)
    this.bestDoc = new Uint32Array(most)
    this.score = new Float32Array(most)
    this.newest = new Uint16Array(most)
    this.titleRank = new Uint32Array(most)
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
      this.titleRank[at] = this.callRank[at] = 0xffffffff
    }
    // The column holds single precision: compare in it, so that of equals the first record stays the best.
    if (Math.fround(score) > this.score[at]) {
      this.score[at] = score
      this.bestDoc[at] = doc
    }
    this.newest[at] = Math.max(this.newest[at], index.year[doc])
    this.titleRank[at] = Math.min(this.titleRank[at], index.titleRank[doc])
    this.callRank[at] = Math.min(this.callRank[at], callRank)
  }

  done() {
    const { works, bestDoc, score, newest, titleRank, callRank, count, records } = this
    return { works, bestDoc, score, newest, titleRank, callRank, count, records }
  }
}
