/**
 * Whether a document passes what a list is narrowed to, and if not, what it fails: the choice made up into tables once,
 * so that looking at a document is reading a few columns.
 */
import { LISTED_FACETS } from '../../query/index.ts'
import { CARRIER_CODES, FAMILY_CODES, familyOf } from '../../catalogue/index.ts'
import { alsoBit, availabilityTable, HERE_BIT, SEND_SHIFT, type AvailabilityTable } from './availability.ts'
import type { NarrowingChoice } from './choice.ts'
import type { SearchIndex } from '../store/columns.ts'
import { formatOf, heldFrom, heldTo, isOnline, placeOfHeld, usesOfHeld, valueFrom, valueTo, yearOf } from '../store/rows.ts'
import { chosenNodes } from '../store/tree.ts'
import { valueNumber } from './values.ts'

/** What a document can fail; bit 2 + f stands for listed facet f. */
export const PLACE = 1
export const FORMAT = 2
const LISTED_SHIFT = 2
export const YEARS = 1 << (LISTED_SHIFT + LISTED_FACETS.length)
export const listedBit = (facet: number): number => 1 << (LISTED_SHIFT + facet)

/** The document is none of the standing scope. */
export const OUTSIDE = -1

/** Flags of a place. */
const IN_SCOPE = 1
const CHOSEN = 2
const BARRED = 4
/** Its copies would be in hand too late. */
const LATE = 8

/** Family number by node of the format tree, in which each family stands before its carriers. */
const FAMILY_AT = FAMILY_CODES.flatMap((family, number) => [
  number,
  ...CARRIER_CODES.filter((carrier) => familyOf(carrier) === family).map(() => number),
])

export class DocumentFilter {
  /** Of the document looked at last: it would pass the choice of places if nothing were asked of copies. */
  passesUnasked = false
  /** It would pass the choice of places if none were chosen or barred. */
  passesUnplaced = false
  inNowThere = false
  /** It would pass the choice of places and copies if it could be in hand at any time. */
  passesAnytime = false
  /** When the first copy that is all else that is asked, and can be sent, would be in hand; Infinity where none can or nobody knows. */
  arrival = Infinity
  /** Bit c: a passing copy is the c-th thing too. */
  more = 0
  /** Places in scope, chosen or not, where a copy is all that is asked: the first `metCount` of `met`. */
  readonly met: Uint16Array
  metCount = 0

  private readonly table: AvailabilityTable
  /** Where a time is asked: of copies without it, and of all that can be sent. */
  private readonly anytime: AvailabilityTable
  private readonly sendable: AvailabilityTable
  private readonly asksTime: boolean
  /** In an entry of the table: it can be sent too. */
  private readonly sentBit: number
  private readonly arrivals: ArrayLike<number>
  /** Flags of each place, and where its entries stand in the table, family by family. */
  private readonly places: Uint8Array
  private readonly tableAt: Uint16Array
  private readonly formatScope: Uint8Array | null
  private readonly formatPasses: Uint8Array | null
  /** Bit f: the value is chosen in facet f. Bit 8 + f: it is barred. */
  private readonly marks: Uint16Array | null
  private readonly needed: number
  private readonly from: number
  private readonly to: number
  private readonly placeCount: number
  /** Titles that are read online are in the scope without a copy there. */
  private readonly online: boolean
  /** Whether a choice of places or something asked of copies leaves only what has copies. */
  private readonly needsCopy: boolean
  private readonly needsPlace: boolean
  private readonly asksThings: boolean
  private readonly asksOfCopies: boolean

  constructor(
    private readonly index: SearchIndex,
    choice: NarrowingChoice,
  ) {
    const { placeTree, formatTree } = index
    this.asksTime = choice.inHand?.by != null
    // Only a copy that can be sent has a time at which it is in hand.
    this.table = availabilityTable(this.asksTime ? [...choice.copies, 'sendable'] : choice.copies)
    this.anytime = availabilityTable(choice.copies)
    this.sendable = availabilityTable(['sendable'])
    this.sentBit = this.asksTime ? 1 : alsoBit('sendable')
    this.arrivals = choice.inHand?.arrivals ?? []
    this.placeCount = placeTree.codes.length
    this.online = choice.scope.online
    this.needsPlace = (choice.only.place ?? []).length > 0
    this.asksThings = choice.copies.length > 0
    this.asksOfCopies = this.asksThings || this.asksTime
    this.needsCopy = this.needsPlace || this.asksOfCopies
    this.met = new Uint16Array(this.placeCount)
    this.places = placeFlags(index, choice)
    this.tableAt = tableOffsets(index, choice)
    this.formatScope = chosenNodes(formatTree, choice.scope.as)
    this.formatPasses = passingNodes(index, choice)
    const { marks, needed } = valueMarks(index, choice)
    this.marks = marks
    this.needed = needed
    const { from, to } = choice.years
    this.from = from ?? (to === null ? 0 : 1)
    this.to = to ?? 0xffff
  }

  /** @returns what the document fails, 0 when it passes all, OUTSIDE when it is outside the scope */
  look(doc: number): number {
    const { index } = this
    const format = formatOf(index, doc)
    if (this.formatScope !== null && this.formatScope[format] === 0) return OUTSIDE
    let fails = this.lookAtCopies(doc, FAMILY_AT[format] * this.placeCount)
    if (fails === OUTSIDE) return OUTSIDE
    if (this.formatPasses !== null && this.formatPasses[format] === 0) fails |= FORMAT
    const year = yearOf(index, doc)
    if (year < this.from || year > this.to) fails |= YEARS
    return this.marks === null ? fails : fails | this.lookAtValues(doc, this.marks)
  }

  private lookAtCopies(doc: number, family: number): number {
    const { held } = this.index
    const { places, tableAt, table, met, arrivals } = this
    let flags = 0
    let metCount = 0
    let passing = 0
    let inNow = 0
    let anytime = false
    let unasked = !this.asksTime
    let arrival = Infinity
    for (let e = heldFrom(this.index, doc), end = heldTo(this.index, doc); e < end; e += 1) {
      const place = placeOfHeld(held[e])
      const flag = places[place]
      if ((flag & IN_SCOPE) === 0) continue
      flags |= flag
      const use = usesOfHeld(held[e])
      const at = tableAt[family + place] | use
      const entry = table[at]
      if ((flag & CHOSEN) !== 0) {
        if ((entry & this.sentBit) !== 0 && arrivals[place] < arrival) arrival = arrivals[place]
        if (this.asksTime) {
          anytime ||= (this.anytime[at] & 1) === 1
          unasked ||= (this.sendable[at] & 1) === 1 && (flag & LATE) === 0
        }
      }
      if ((entry & 1) === 0 || (flag & LATE) !== 0) continue
      met[metCount++] = place
      if ((flag & CHOSEN) === 0) continue
      passing |= entry
      inNow |= use
    }
    this.metCount = metCount
    this.passesUnplaced = metCount > 0
    if (flags === 0) return this.lookAtOnline(doc)
    const barred = (flags & BARRED) !== 0
    this.passesUnasked = !barred && (flags & CHOSEN) !== 0 && unasked
    this.passesAnytime = !barred && anytime
    this.arrival = barred ? Infinity : arrival
    this.inNowThere = !barred && inNow > 15
    this.more = barred ? 0 : passing >> 1
    return !barred && (passing & 1) === 1 ? 0 : PLACE
  }

  private lookAtOnline(doc: number): number {
    if (!this.online || !isOnline(this.index, doc)) return OUTSIDE
    this.passesUnasked = !this.needsPlace && !this.asksTime
    this.passesAnytime = !this.needsPlace && !this.asksThings
    this.arrival = Infinity
    this.passesUnplaced = !this.asksOfCopies
    this.inNowThere = false
    this.more = 0
    return this.needsCopy ? PLACE : 0
  }

  private lookAtValues(doc: number, marks: Uint16Array): number {
    const { value } = this.index
    let found = 0
    for (let i = valueFrom(this.index, doc), end = valueTo(this.index, doc); i < end; i += 1) found |= marks[value[i]]
    return ((this.needed & ~found) | (found >> 8)) << LISTED_SHIFT
  }

  /** Lowest call number among the copies that pass, Infinity where there is none. */
  lowestCall(doc: number): number {
    const { held, heldCall } = this.index
    const family = FAMILY_AT[formatOf(this.index, doc)] * this.placeCount
    let lowest = Infinity
    for (let e = heldFrom(this.index, doc), end = heldTo(this.index, doc); e < end; e += 1) {
      const place = placeOfHeld(held[e])
      if ((this.places[place] & (IN_SCOPE | CHOSEN | LATE)) !== (IN_SCOPE | CHOSEN)) continue
      if ((this.table[this.tableAt[family + place] | usesOfHeld(held[e])] & 1) !== 0 && heldCall[e] < lowest) lowest = heldCall[e]
    }
    return lowest
  }
}

function placeFlags({ placeTree }: SearchIndex, choice: NarrowingChoice): Uint8Array {
  const scope = chosenNodes(placeTree, choice.scope.in)
  const chosen = chosenNodes(placeTree, choice.only.place ?? [])
  const barred = chosenNodes(placeTree, choice.not.place ?? [])
  const { inHand } = choice
  const flag = (nodes: Uint8Array | null, place: number, bit: number, otherwise: number) =>
    nodes === null ? otherwise : nodes[place] === 1 ? bit : 0
  const late = (place: number) => (inHand?.by != null && !(inHand.arrivals[place] <= inHand.limits[inHand.by]) ? LATE : 0)
  return Uint8Array.from(
    placeTree.codes,
    (_, place) =>
      flag(scope, place, IN_SCOPE, IN_SCOPE) | flag(chosen, place, CHOSEN, CHOSEN) | flag(barred, place, BARRED, 0) | late(place),
  )
}

/** By what can be sent and the place at hand: a question and its other readings have the same ones. */
const knownOffsets = new WeakMap<object, { at: string | null; offsets: Uint16Array }>()

function tableOffsets(index: SearchIndex, choice: NarrowingChoice): Uint16Array {
  const { sends, scope } = choice
  const known = sends && knownOffsets.get(sends)
  if (known && known.at === scope.at) return known.offsets
  const offsets = offsetsOf(index, choice)
  if (sends) knownOffsets.set(sends, { at: scope.at, offsets })
  return offsets
}

function offsetsOf({ placeTree }: SearchIndex, { scope: { at }, sends }: NarrowingChoice): Uint16Array {
  const here = chosenNodes(placeTree, at === null ? [] : [at])
  const places = placeTree.codes.length
  const offsets = new Uint16Array(FAMILY_CODES.length * places)
  for (let family = 0; family < FAMILY_CODES.length; family += 1) {
    for (let place = 0; place < places; place += 1) {
      const sendable = sends?.[family * places + place] ?? 0
      offsets[family * places + place] = (sendable << SEND_SHIFT) | (here?.[place] === 1 ? HERE_BIT : 0)
    }
  }
  return offsets
}

function passingNodes({ formatTree }: SearchIndex, choice: NarrowingChoice): Uint8Array | null {
  const chosen = chosenNodes(formatTree, choice.only.format ?? [])
  const barred = chosenNodes(formatTree, choice.not.format ?? [])
  if (chosen === null && barred === null) return null
  return Uint8Array.from(formatTree.codes, (_, node) => ((chosen?.[node] ?? 1) === 1 && (barred?.[node] ?? 0) === 0 ? 1 : 0))
}

function valueMarks(index: SearchIndex, choice: NarrowingChoice): { marks: Uint16Array | null; needed: number } {
  let marks: Uint16Array | null = null
  let needed = 0
  LISTED_FACETS.forEach((name, facet) => {
    const only = choice.only[name] ?? []
    const not = choice.not[name] ?? []
    if (only.length + not.length === 0) return
    marks ??= new Uint16Array(index.valueLabels.length)
    if (only.length > 0) needed |= 1 << facet
    mark(marks, index, name, only, 1 << facet)
    mark(marks, index, name, not, 256 << facet)
  })
  return { marks, needed }
}

function mark(marks: Uint16Array, index: SearchIndex, name: (typeof LISTED_FACETS)[number], labels: readonly string[], bit: number): void {
  for (const label of labels) {
    const value = valueNumber(index, name, label)
    if (value >= 0) marks[value] |= bit
  }
}
