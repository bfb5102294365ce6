/** What was counted, by the names of things, over all segments. */
import { wordsOf } from '../words/index.ts'
import type { ListedFacet } from '../asking/index.ts'
import type { SearchIndex } from './columns.ts'
import type { Tallies } from './tally.ts'
import { valueNumber, valuesOf } from './values.ts'

export interface Counted {
  index: SearchIndex
  tallies: Tallies
}

export interface ValueCount {
  value: string
  count: number
}

/** Commonest values that a long facet shows. */
const SHOWN_VALUES = 8

/** Works under the nodes of a tree, which all segments share. */
export function nodeCounts(counted: readonly Counted[], tree: 'place' | 'format'): Record<string, number> {
  const { codes } = counted[0].index[`${tree}Tree`]
  const counts = codes.map((code, node) => [code, counted.reduce((sum, { tallies }) => sum + tallies[`${tree}s`].count(node), 0)] as const)
  return Object.fromEntries(counts.filter(([, count]) => count > 0))
}

export function valueCounts(counted: readonly Counted[], facet: ListedFacet): Record<string, number> {
  return byValue(commonest(counted, facet, Infinity))
}

/** The commonest values and the chosen ones, and how many there are. */
export function longFacetCounts(
  counted: readonly Counted[],
  facet: ListedFacet,
  chosen: readonly string[],
): { shown: Record<string, number>; values: number } {
  const shown = commonest(counted, facet, SHOWN_VALUES)
  const more = chosen
    .filter((value) => !shown.some((one) => one.value === value))
    .map((value) => ({ value, count: countOfValue(counted, facet, value) }))
    .filter(({ count }) => count > 0)
  return { shown: byValue([...shown, ...more]), values: distinct(counted, facet) }
}

/** The commonest values of which some words begin with all those sought. */
export function soughtValues(counted: readonly Counted[], facet: ListedFacet, sought: string, most: number): ValueCount[] {
  const starts = wordsOf(sought).map((word) => ` ${word}`)
  return commonest(counted, facet, most, (index, value) => {
    const words = starts.length === 0 ? '' : ` ${index.valueKeys.at(value)}`
    return starts.every((start) => words.includes(start))
  })
}

const byValue = (counts: readonly ValueCount[]): Record<string, number> =>
  Object.fromEntries(counts.map(({ value, count }) => [value, count]))

function countOfValue(counted: readonly Counted[], facet: ListedFacet, label: string): number {
  return counted.reduce((sum, { index, tallies }) => {
    const value = valueNumber(index, facet, label)
    return value < 0 ? sum : sum + tallies.values.count(value)
  }, 0)
}

type Fits = (index: SearchIndex, value: number) => boolean

/** Commonest first, equals in alphabetical order. */
function commonest(counted: readonly Counted[], facet: ListedFacet, most: number, fits: Fits = () => true): ValueCount[] {
  const [main, ...later] = counted
  const extra = extraCounts(main, later, facet)
  const found: { count: number; key: string; value: string }[] = []
  let least = 0
  const consider = (index: SearchIndex, value: number, count: number) => {
    if (count === 0 || (found.length >= 2 * most && count < least) || !fits(index, value)) return
    found.push({ count, key: index.valueKeys.at(value), value: index.valueLabels.at(value) })
    if (found.length < 4 * most) return
    found.sort(commonestFirst).length = most
    least = found[most - 1].count
  }
  const { from, to } = valuesOf(main.index, facet)
  for (let value = from; value < to; value += 1) {
    const count = main.tallies.values.count(value) + (extra.ofMain.get(value) ?? 0)
    if (count > 0) consider(main.index, value, count)
  }
  for (const { index, value, count } of extra.unknown) consider(index, value, count)
  return found
    .sort(commonestFirst)
    .slice(0, most)
    .map(({ value, count }) => ({ value, count }))
}

const commonestFirst = (a: { count: number; key: string }, b: { count: number; key: string }): number =>
  b.count - a.count || (a.key < b.key ? -1 : a.key > b.key ? 1 : 0)

/** What later segments add to values of the main one, and their values that it does not have. */
function extraCounts(main: Counted, later: readonly Counted[], facet: ListedFacet) {
  const ofMain = new Map<number, number>()
  const unknown: { index: SearchIndex; value: number; count: number }[] = []
  for (const { index, tallies } of later) {
    const { from, to } = valuesOf(index, facet)
    for (let value = from; value < to; value += 1) {
      const count = tallies.values.count(value)
      if (count === 0) continue
      const known = valueNumber(main.index, facet, index.valueLabels.at(value))
      if (known < 0) unknown.push({ index, value, count })
      else ofMain.set(known, (ofMain.get(known) ?? 0) + count)
    }
  }
  return { ofMain, unknown }
}

function distinct(counted: readonly Counted[], facet: ListedFacet): number {
  const [main, ...later] = counted
  const { from, to } = valuesOf(main.index, facet)
  let values = 0
  for (let value = from; value < to; value += 1) if (main.tallies.values.count(value) > 0) values += 1
  const extra = extraCounts(main, later, facet)
  return values + extra.unknown.length + [...extra.ofMain.keys()].filter((value) => main.tallies.values.count(value) === 0).length
}
