/** Counters of works: of everything that is counted in one pass over documents, of which those of a work come in a run. */
import type { SearchIndex } from '../store/columns.ts'
import { valueFrom, valueTo, workOf } from '../store/rows.ts'

/**
 * Counts works under numbered things. A thing counts a work when it last counted another; count and last work lie side
 * by side, so that a look at one brings the other along. Which things have counted anything is kept, so that few cost
 * little among many.
 */
export class Tally {
  private readonly cells: Uint32Array
  private readonly touched: Uint32Array
  private touchedCount = 0

  constructor(readonly size: number) {
    this.cells = new Uint32Array(2 * size)
    this.touched = new Uint32Array(size)
  }

  add(thing: number, work: number): void {
    const { cells } = this
    const at = 2 * thing
    const last = cells[at + 1]
    if (last === work + 1) return
    if (last === 0) this.touched[this.touchedCount++] = thing
    cells[at + 1] = work + 1
    cells[at] += 1
  }

  /** Works that were counted elsewhere. */
  absorb(thing: number, count: number): void {
    const at = 2 * thing
    if (this.cells[at + 1] === 0) this.touched[this.touchedCount++] = thing
    this.cells[at + 1] ||= 1
    this.cells[at] += count
  }

  /**
   * Counts values of these documents, of which those of a work come in a run: a loop that does nothing else, so that the
   * processor can fetch ahead.
   * @param count how many of the documents
   * @param rangeOf the values of the k-th document that count
   */
  addValues(index: SearchIndex, docs: Uint32Array, count: number, rangeOf: (k: number) => { from: number; to: number }): void {
    const { cells, touched } = this
    const { value } = index
    let { touchedCount } = this
    for (let k = 0; k < count; k += 1) {
      const doc = docs[k]
      const mark = workOf(index, doc) + 1
      const { from, to } = rangeOf(k)
      for (let i = valueFrom(index, doc), end = valueTo(index, doc); i < end; i += 1) {
        const thing = value[i]
        if (thing < from || thing >= to) continue
        const last = cells[2 * thing + 1]
        if (last === mark) continue
        if (last === 0) touched[touchedCount++] = thing
        cells[2 * thing + 1] = mark
        cells[2 * thing] += 1
      }
    }
    this.touchedCount = touchedCount
  }

  /** Counts the thing and all above it. */
  addUnder(parents: Int32Array, thing: number, work: number): void {
    for (let at = thing; at >= 0 && this.cells[2 * at + 1] !== work + 1; at = parents[at]) this.add(at, work)
  }

  /** Counts several things and all above them. */
  addAllUnder(parents: Int32Array, things: Uint16Array, count: number, work: number): void {
    const { cells } = this
    const mark = work + 1
    for (let k = 0; k < count; k += 1) {
      for (let thing = things[k]; thing >= 0 && cells[2 * thing + 1] !== mark; thing = parents[thing]) {
        if (cells[2 * thing + 1] === 0) this.touched[this.touchedCount++] = thing
        cells[2 * thing + 1] = mark
        cells[2 * thing] += 1
      }
    }
  }

  count(thing: number): number {
    return this.cells[2 * thing]
  }

  /** Calls `each` for everything that has counted anything. Of many, it runs through all in their order: memory likes that better. */
  eachCounted(each: (thing: number, count: number) => void): void {
    const { cells, touched, touchedCount, size } = this
    if (touchedCount > size / MANY) {
      for (let thing = 0; thing < size; thing += 1) if (cells[2 * thing] > 0) each(thing, cells[2 * thing])
    } else for (let k = 0; k < touchedCount; k += 1) each(touched[k], cells[2 * touched[k]])
  }

  clear(): void {
    const { cells, touched, touchedCount, size } = this
    if (touchedCount > size / MANY) cells.fill(0)
    else for (let k = 0; k < touchedCount; k += 1) cells[2 * touched[k]] = cells[2 * touched[k] + 1] = 0
    this.touchedCount = 0
  }
}

/** One in so many is many. */
const MANY = 8

export const FIRST_YEAR = 1400
const LAST_YEAR = 2199
/** Where years that are none, or none of these, are counted. */
const NO_YEAR = LAST_YEAR + 1 - FIRST_YEAR
export const yearAt = (year: number): number => (year < FIRST_YEAR || year > LAST_YEAR ? NO_YEAR : year - FIRST_YEAR)
export const YEARS_COUNTED = NO_YEAR

export interface Tallies {
  places: Tally
  formats: Tally
  values: Tally
  years: Tally
}

const known = new WeakMap<SearchIndex, Tallies>()

/** Counters at zero. They are the same ones for every question: what is counted has to be read before the next. */
export function talliesFor(index: SearchIndex): Tallies {
  const tallies = known.get(index) ?? {
    places: new Tally(index.placeTree.codes.length),
    formats: new Tally(index.formatTree.codes.length),
    values: new Tally(index.valueLabels.length),
    years: new Tally(NO_YEAR + 1),
  }
  known.set(index, tallies)
  for (const tally of Object.values(tallies) as Tally[]) tally.clear()
  return tallies
}
