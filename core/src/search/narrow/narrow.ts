/**
 * Narrowing: one pass over the matched documents that keeps what passes every facet, counts every facet without its own
 * choice, and ranks works. Counts are of works and exact.
 *
 * A document that fails one facet only still counts for that facet: it is what another choice there would bring.
 */
import { AVAILABILITY, LISTED_FACETS, type Availability, type Facet, type NarrowingName } from '../../query/index.ts'
import type { NarrowingChoice } from './choice.ts'
import type { SearchIndex } from '../store/columns.ts'
import { formatOf, workOf, yearOf } from '../store/rows.ts'
import type { Matches } from '../match/sets.ts'
import { FORMAT, listedBit, OUTSIDE, DocumentFilter, PLACE, YEARS } from './filter.ts'
import { talliesFor, yearAt, type Tallies } from './tally.ts'
import type { TopWorks } from './topWorks.ts'
import { isSuperseded, type Segment } from '../segments/segments.ts'

export interface Narrowed {
  /** Works, and records. */
  count: number
  records: number
  /** Works none of whose records scores as strong. */
  weak: number
  /** Works by node or value of each facet; to be read before the next question. */
  tallies: Tallies
  /** Works if a facet's choice were dropped. */
  without: Record<NarrowingName, number>
  /** Works if this were asked of copies too. */
  copies: Record<Availability, number>
  /** Works that would be in hand by each of the times, whichever is asked for. */
  inHand: number[]
}

/** Works with a copy in now come a little before equals. */
const IN_NOW_BOOST = 0.6

/** How many documents are looked at before it is asked whether the answer is still wanted. */
const STRIDE = 1 << 14

/** Says that nobody waits for the answer any more. */
export class Cancelled extends Error {}
export type StillWanted = () => boolean

const FACET_BITS: readonly (readonly [Facet | 'years', number])[] = [
  ['place', PLACE],
  ['format', FORMAT],
  ...LISTED_FACETS.map((name, facet) => [name, listedBit(facet)] as const),
  ['years', YEARS],
]
const UNASKED = YEARS << 1
const ANYTIME = UNASKED << 1

export interface Ranking {
  top: TopWorks
  /** A score from which a record is no weak match. */
  strongFrom: number
}

/** @throws Cancelled */
export function narrow(
  segment: Segment,
  matches: Matches,
  choice: NarrowingChoice,
  { top, strongFrom }: Ranking,
  wanted: StillWanted,
): Narrowed {
  const { index, superseded } = segment
  const passing = new DocumentFilter(index, choice)
  const counting = new Counting(index, passing, matches.docs.length, choice.inHand?.limits ?? [])
  const { docs, scores } = matches
  let work = -1
  for (let i = 0; i < docs.length; i += 1) {
    if (i % STRIDE === 0 && !wanted()) throw new Cancelled()
    const doc = docs[i]
    if (isSuperseded(superseded, doc)) continue
    const fails = passing.look(doc)
    if (fails === OUTSIDE) continue
    if (workOf(index, doc) !== work) {
      counting.endWork()
      top.endWork()
      work = workOf(index, doc)
    }
    if (fails === 0) {
      counting.passed(doc, work, scores[i] >= strongFrom)
      top.add(index, passing, doc, work, scores[i] + (passing.inNowThere ? IN_NOW_BOOST : 0))
    } else if ((fails & (fails - 1)) === 0) counting.failedOne(fails, doc, work)
  }
  counting.endWork()
  top.endWork()
  return counting.done()
}

/** Works that pass, and nothing else: what another reading of a query would find. @param most where it need not be known what is beyond */
export function countWorks(
  { index, superseded }: Segment,
  { docs }: Matches,
  choice: NarrowingChoice,
  wanted: StillWanted,
  most = Infinity,
): number {
  const passing = new DocumentFilter(index, choice)
  let count = 0
  let last = -1
  for (let i = 0; i < docs.length && count < most; i += 1) {
    if (i % STRIDE === 0 && !wanted()) throw new Cancelled()
    const work = workOf(index, docs[i])
    if (work === last || isSuperseded(superseded, docs[i]) || passing.look(docs[i]) !== 0) continue
    last = work
    count += 1
  }
  return count
}

class Counting {
  private readonly tallies: Tallies
  private count = 0
  /** Documents that are counted somewhere, each with the one choice that it fails, 0 for none. */
  private readonly docs: Uint32Array
  private readonly fails: Uint16Array
  private kept = 0
  private records = 0
  private workPassed = false
  private workStrong = false
  private weak = 0
  /** Of the work at hand: what passing copies are too, and what its records would reach if one choice were dropped. */
  private more = 0
  private reached = 0
  private arrival = Infinity
  /** Works that would be in hand by each of the times. */
  private readonly inTime: number[]
  private readonly moreCounts = new Uint32Array(1 << AVAILABILITY.length)
  /** Works that reach so much without passing. */
  private readonly reachCounts = new Uint32Array(32)

  constructor(
    private readonly index: SearchIndex,
    private readonly passing: DocumentFilter,
    most: number,
    private readonly limits: readonly number[],
  ) {
    this.inTime = limits.map(() => 0)
    this.docs = new Uint32Array(most)
    this.fails = new Uint16Array(most)
    this.tallies = talliesFor(index)
  }

  passed(doc: number, work: number, strong: boolean): void {
    if (strong) this.workStrong = true
    this.keep(doc, 0)
    this.records += 1
    this.workPassed = true
    this.more |= this.passing.more
    if (this.passing.arrival < this.arrival) this.arrival = this.passing.arrival
    this.countPlaces(work)
  }

  failedOne(failed: number, doc: number, work: number): void {
    if (failed === PLACE) {
      if (this.passing.passesUnasked) this.reached |= UNASKED
      if (this.passing.passesAnytime) {
        this.reached |= ANYTIME
        if (this.passing.arrival < this.arrival) this.arrival = this.passing.arrival
      }
      if (!this.passing.passesUnplaced) return
      this.countPlaces(work)
    } else this.keep(doc, failed)
    this.reached |= failed
  }

  private keep(doc: number, failed: number): void {
    this.docs[this.kept] = doc
    this.fails[this.kept] = failed
    this.kept += 1
  }

  private countPlaces(work: number): void {
    const { met, metCount } = this.passing
    this.tallies.places.addAllUnder(this.index.placeTree.parents, met, metCount, work)
  }

  endWork(): void {
    if (this.workPassed) {
      this.count += 1
      if (!this.workStrong) this.weak += 1
      this.moreCounts[this.more] += 1
    } else for (let rest = this.reached; rest !== 0; rest &= rest - 1) this.reachCounts[31 - Math.clz32(rest & -rest)] += 1
    for (let limit = this.limits.length - 1; limit >= 0 && this.arrival <= this.limits[limit]; limit -= 1) this.inTime[limit] += 1
    this.arrival = Infinity
    this.workPassed = false
    this.workStrong = false
    this.more = 0
    this.reached = 0
  }

  done(): Narrowed {
    this.countColumns()
    // What passes reaches everything.
    const reaching = (bit: number) => this.reachCounts[Math.log2(bit)] + this.count
    const having = (c: number) => this.moreCounts.reduce((sum, count, more) => sum + ((more >> c) & 1) * count, 0)
    return {
      count: this.count,
      records: this.records,
      weak: this.weak,
      tallies: this.tallies,
      without: {
        ...Object.fromEntries(FACET_BITS.map(([name, bit]) => [name, reaching(bit)])),
        copies: reaching(UNASKED),
        by: reaching(ANYTIME),
      } as Narrowed['without'],
      copies: Object.fromEntries(AVAILABILITY.map((name, c) => [name, having(c)])) as Narrowed['copies'],
      inHand: this.inTime,
    }
  }

  /**
   * Of all that is kept, column by column: one short loop after the other runs faster than one long one. Each runs through
   * the works in their order, so that none is counted twice.
   */
  private countColumns(): void {
    const { index, docs, fails, kept, tallies } = this
    tallies.values.addValues(index, docs, kept, (at) => (fails[at] === 0 ? EVERY_VALUE : rangeOf(index, fails[at])))
    for (let k = 0; k < kept; k += 1) {
      const doc = docs[k]
      if (fails[k] === 0 || fails[k] === FORMAT)
        tallies.formats.addUnder(index.formatTree.parents, formatOf(index, doc), workOf(index, doc))
      if (fails[k] === 0 || fails[k] === YEARS) tallies.years.add(yearAt(yearOf(index, doc)), workOf(index, doc))
    }
  }
}

/** Values that are counted of a document that fails this choice only: those of its facet. */
function rangeOf({ valueFirst }: SearchIndex, failed: number): { from: number; to: number } {
  const facet = Math.log2(failed / listedBit(0))
  return failed === FORMAT || failed === YEARS ? NO_VALUE : { from: valueFirst[facet], to: valueFirst[facet + 1] }
}

const EVERY_VALUE = { from: 0, to: Infinity }
const NO_VALUE = { from: 0, to: 0 }
