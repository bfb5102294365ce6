/** Counters of works: of everything that is counted in one pass over documents, of which those of a work come in a run. */
import type { SearchIndex } from './columns.ts'

/**
 * Counts works under numbered things. A thing counts a work when it last counted another; count and last work lie side
 * by side, so that a look at one brings the other along.
 */
export class Tally {
  private readonly cells: Uint32Array

  constructor(readonly size: number) {
    this.cells = new Uint32Array(2 * size)
  }

  add(thing: number, work: number): void {
    const at = 2 * thing
    if (this.cells[at + 1] === work + 1) return
    this.cells[at + 1] = work + 1
    this.cells[at] += 1
  }

  /** Counts the thing and all above it. */
  addUnder(parents: Int32Array, thing: number, work: number): void {
    for (let at = thing; at >= 0 && this.cells[2 * at + 1] !== work + 1; at = parents[at]) this.add(at, work)
  }

  count(thing: number): number {
    return this.cells[2 * thing]
  }

  clear(): void {
    this.cells.fill(0)
  }
}

export const FIRST_YEAR = 1400
const LAST_YEAR = 2199

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
    years: new Tally(LAST_YEAR - FIRST_YEAR + 1),
  }
  known.set(index, tallies)
  for (const tally of Object.values(tallies) as Tally[]) tally.clear()
  return tallies
}
