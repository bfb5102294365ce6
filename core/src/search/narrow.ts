/**
 * Narrowing: one pass over the matched documents that keeps what passes every facet, counts every facet without its own
 * choice, and ranks works. Counts are of works and exact.
 *
 * A document that fails one facet only still counts for that facet: it is what another choice there would bring.
 */
import { AVAILABILITY, LISTED_FACETS, type Availability, type Facet } from '../asking/index.ts'
import type { NarrowingChoice } from './choice.ts'
import type { SearchIndex } from './columns.ts'
import type { Matches } from './match.ts'
import { FORMAT, listedBit, OUTSIDE, Passing, PLACE, YEARS } from './passing.ts'
import { FIRST_YEAR, talliesFor, type Tallies } from './tally.ts'
import type { TopWorks } from './topWorks.ts'
import { isDead, type Segment } from './whole.ts'

export interface Narrowed {
  /** Works, and records. */
  count: number
  records: number
  /** Works by node or value of each facet; to be read before the next question. */
  tallies: Tallies
  /** Works if a facet's choice were dropped. */
  without: Record<Facet | 'years' | 'copies', number>
  /** Works if this were asked of copies too. */
  copies: Record<Availability, number>
}

/** Works with a copy in now come a little before equals. */
const IN_NOW_BOOST = 0.6

/** How many documents are looked at before it is asked whether the answer is still wanted. */
const STRIDE = 1 << 14

/** Says that nobody waits for the answer any more. */
export class Outrun extends Error {}
export type StillWanted = () => boolean

const FACET_BITS: readonly (readonly [Facet | 'years', number])[] = [
  ['place', PLACE],
  ['format', FORMAT],
  ...LISTED_FACETS.map((name, facet) => [name, listedBit(facet)] as const),
  ['years', YEARS],
]
const EVERY_FACET = FACET_BITS.reduce((all, [, bit]) => all | bit, 0)
const UNASKED = YEARS << 1
const MORE_SHIFT = Math.log2(UNASKED) + 1

/** @throws Outrun */
export function narrow(segment: Segment, matches: Matches, choice: NarrowingChoice, top: TopWorks, wanted: StillWanted): Narrowed {
  const { index, dead } = segment
  const passing = new Passing(index, choice)
  const counting = new Counting(index, passing)
  const { docs, scores } = matches
  let work = -1
  for (let i = 0; i < docs.length; i += 1) {
    if (i % STRIDE === 0 && !wanted()) throw new Outrun()
    const doc = docs[i]
    if (isDead(dead, doc)) continue
    const fails = passing.look(doc)
    if (fails === OUTSIDE) continue
    if (index.workOf[doc] !== work) {
      counting.endWork()
      top.endWork()
      work = index.workOf[doc]
    }
    if (fails === 0) {
      counting.passed(doc, work)
      top.add(index, passing, doc, work, scores[i] + (passing.inNowThere ? IN_NOW_BOOST : 0))
    } else if ((fails & (fails - 1)) === 0) counting.failedOne(fails, doc, work)
  }
  counting.endWork()
  top.endWork()
  return counting.done()
}

/** Works that pass, and nothing else: what another reading of a query would find. */
export function countWorks({ index, dead }: Segment, { docs }: Matches, choice: NarrowingChoice, wanted: StillWanted): number {
  const passing = new Passing(index, choice)
  let count = 0
  let last = -1
  for (let i = 0; i < docs.length; i += 1) {
    if (i % STRIDE === 0 && !wanted()) throw new Outrun()
    const work = index.workOf[docs[i]]
    if (work === last || isDead(dead, docs[i]) || passing.look(docs[i]) !== 0) continue
    last = work
    count += 1
  }
  return count
}

class Counting {
  private readonly tallies: Tallies
  private count = 0
  private records = 0
  /** What the records of the work at hand reach: its facets without their own choice, what is asked, the four things. */
  private reached = 0
  private workPassed = false
  private readonly reach = new Uint32Array(32)
  private readonly countPlace: (place: number) => void
  private work = -1

  constructor(
    private readonly index: SearchIndex,
    private readonly passing: Passing,
  ) {
    this.tallies = talliesFor(index)
    const { places } = this.tallies
    const { parents } = index.placeTree
    this.countPlace = (place) => {
      places.addUnder(parents, place, this.work)
    }
  }

  passed(doc: number, work: number): void {
    this.records += 1
    this.workPassed = true
    this.reached |= EVERY_FACET | UNASKED | (this.passing.more << MORE_SHIFT)
    this.countPlaces(doc, work)
    this.countFormat(doc, work)
    this.countYear(doc, work)
    const { valueStart, value } = this.index
    const { values } = this.tallies
    for (let i = valueStart[doc], end = valueStart[doc + 1]; i < end; i += 1) values.add(value[i], work)
  }

  failedOne(failed: number, doc: number, work: number): void {
    if (failed === PLACE) {
      if (this.passing.passesUnasked) this.reached |= UNASKED
      if (!this.passing.meetsSomewhere) return
      this.countPlaces(doc, work)
    } else if (failed === FORMAT) this.countFormat(doc, work)
    else if (failed === YEARS) this.countYear(doc, work)
    else this.countFacet(Math.log2(failed / listedBit(0)), doc, work)
    this.reached |= failed
  }

  private countPlaces(doc: number, work: number): void {
    this.work = work
    this.passing.eachPlace(doc, this.countPlace)
  }

  private countFormat(doc: number, work: number): void {
    this.tallies.formats.addUnder(this.index.formatTree.parents, this.index.format[doc], work)
  }

  private countYear(doc: number, work: number): void {
    const at = this.index.year[doc] - FIRST_YEAR
    if (at >= 0 && at < this.tallies.years.size) this.tallies.years.add(at, work)
  }

  private countFacet(facet: number, doc: number, work: number): void {
    const { valueFirst, valueStart, value } = this.index
    for (let i = valueStart[doc]; i < valueStart[doc + 1]; i += 1)
      if (value[i] >= valueFirst[facet] && value[i] < valueFirst[facet + 1]) this.tallies.values.add(value[i], work)
  }

  endWork(): void {
    if (this.workPassed) this.count += 1
    // Most works pass everything: those are counted as one, the rest bit by bit.
    let rest = this.workPassed ? this.reached & ~(EVERY_FACET | UNASKED) : this.reached
    for (; rest !== 0; rest &= rest - 1) this.reach[31 - Math.clz32(rest & -rest)] += 1
    this.reached = 0
    this.workPassed = false
  }

  done(): Narrowed {
    const reaching = (bit: number) => this.reach[Math.log2(bit)] + this.count
    return {
      count: this.count,
      records: this.records,
      tallies: this.tallies,
      without: {
        ...Object.fromEntries(FACET_BITS.map(([name, bit]) => [name, reaching(bit)])),
        copies: reaching(UNASKED),
      } as Narrowed['without'],
      copies: Object.fromEntries(AVAILABILITY.map((name, c) => [name, this.reach[MORE_SHIFT + c]])) as Narrowed['copies'],
    }
  }
}
