/** What the copies of one document say to the choice of places and to what is asked of copies. */
import { familyOf, FAMILY_CODES, CARRIER_CODES } from '../catalogue/index.ts'
import type { SearchIndex } from './build.ts'
import { AVAILABILITY } from '../asking/index.ts'
import { TAKE_HOME } from './facets.ts'
import type { NarrowingChoice } from './choice.ts'
import { chosenNodes, rootsOf, type TreeCount } from './tree.ts'

const bitOf = (name: (typeof AVAILABILITY)[number]): number => 1 << AVAILABILITY.indexOf(name)
const HERE = bitOf('here')
const IN_NOW = bitOf('inNow')
const HOME = bitOf('takeHome')
const SENT = bitOf('sendable')

export class CopyTest {
  inScope = false
  /** A copy that is all that is asked for stands at a chosen place, and none at a barred one. */
  passes = false
  /** The same without the choice of places, and without what is asked of copies. */
  passesElsewhere = false
  passesUnasked = false
  inNowThere = false
  callRank = 0

  /** Bit c: a passing copy meets the c-th thing too. */
  private more = 0
  private readonly asked: number
  private readonly scope: Uint8Array | null
  private readonly chosen: Uint8Array | null
  private readonly barred: Uint8Array | null
  private readonly atPickup: Uint8Array | null
  private readonly systemOf: Int32Array
  private readonly systems: number

  constructor(
    private readonly index: SearchIndex,
    private readonly choice: NarrowingChoice,
  ) {
    this.asked = choice.copies.reduce((bits, name) => bits | bitOf(name), 0)
    this.scope = chosenNodes(index.placeTree, choice.scopePlaces)
    this.chosen = chosenNodes(index.placeTree, choice.only.place ?? [])
    this.barred = chosenNodes(index.placeTree, choice.not.place ?? [])
    this.atPickup = chosenNodes(index.placeTree, choice.pickup === null ? [] : [choice.pickup])
    const { roots, count } = rootsOf(index.placeTree)
    this.systemOf = roots
    this.systems = count
  }

  look(doc: number): void {
    const { heldStart, heldPlace, heldInNow, heldCallRank } = this.index
    this.inScope = this.passes = this.passesElsewhere = this.passesUnasked = this.inNowThere = false
    this.callRank = 0xffffffff
    this.more = 0
    let barred = false
    for (let e = heldStart[doc]; e < heldStart[doc + 1]; e += 1) {
      const place = heldPlace[e]
      if (this.scope && !this.scope[place]) continue
      this.inScope = true
      if (this.barred?.[place]) barred = true
      const meets = this.meets(e, doc, this.asked)
      if (meets) this.passesElsewhere = true
      if (this.chosen && !this.chosen[place]) continue
      this.passesUnasked = true
      if (!meets) continue
      this.passes = true
      if (heldInNow[e] > 0) this.inNowThere = true
      for (let c = 0; c < AVAILABILITY.length; c += 1) if (this.meets(e, doc, this.asked | (1 << c))) this.more |= 1 << c
      this.callRank = Math.min(this.callRank, heldCallRank[e])
    }
    if (barred) {
      this.passes = this.passesUnasked = this.inNowThere = false
      this.more = 0
    }
  }

  passesWith(choice: number): boolean {
    return (this.more & (1 << choice)) !== 0
  }

  /** Counts the document's places; the choice of places itself is left out, what is asked of copies is not. */
  countInto(count: TreeCount, doc: number, work: number): void {
    const { heldStart, heldPlace } = this.index
    for (let e = heldStart[doc]; e < heldStart[doc + 1]; e += 1) {
      const place = heldPlace[e]
      if (this.scope && !this.scope[place]) continue
      if (this.meets(e, doc, this.asked)) count.add(place, work)
    }
  }

  /** Whether there is a copy at this place that is everything asked. */
  private meets(entry: number, doc: number, asked: number): boolean {
    if (asked === 0) return true
    if (asked & HERE && !this.atPickup?.[this.index.heldPlace[entry]]) return false
    // In now and sendable speak of copies on the shelf, so whatever is asked beside them does too.
    let uses = asked & (IN_NOW | SENT) ? this.index.heldUsesIn[entry] : this.index.heldUses[entry]
    if (asked & IN_NOW && uses === 0) return false
    if (asked & HOME) uses &= TAKE_HOME
    if (asked & SENT) uses &= this.sendableUses(entry, doc)
    return asked & (HOME | SENT) ? uses !== 0 : true
  }

  private sendableUses(entry: number, doc: number): number {
    const system = this.systemOf[this.index.heldPlace[entry]]
    return this.choice.sends?.[FAMILY_AT[this.index.format[doc]] * this.systems + system] ?? 0
  }
}

/** Family number by node of the format tree, in which each family stands before its carriers. */
const FAMILY_AT = FAMILY_CODES.flatMap((family, number) => [
  number,
  ...CARRIER_CODES.filter((carrier) => familyOf(carrier) === family).map(() => number),
])
