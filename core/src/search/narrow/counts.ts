/** What was counted, by the names of things, over all segments. */
import { LISTED_FACETS, LONG_FACETS, type ListedFacet } from '../../query/index.ts'
import { wordsOf } from '../../text/index.ts'
import type { SearchIndex } from '../store/columns.ts'
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

const isLong = (facet: ListedFacet): boolean => (LONG_FACETS as readonly ListedFacet[]).includes(facet)

/** Works under the nodes of a tree, which all segments share. */
export function nodeCounts(counted: readonly Counted[], tree: 'place' | 'format'): Record<string, number> {
  const { codes } = counted[0].index[`${tree}Tree`]
  const counts = codes.map((code, node) => [code, counted.reduce((sum, { tallies }) => sum + tallies[`${tree}s`].count(node), 0)] as const)
  return Object.fromEntries(counts.filter(([, count]) => count > 0))
}

/** Every value of short facets, of long ones the commonest and the chosen, and how many values each has. */
export function facetCounts(counted: readonly Counted[], chosenOf: (facet: ListedFacet) => readonly string[]) {
  const [main, unknown] = absorbed(counted)
  const tops = LISTED_FACETS.map((facet) => new Commonest(isLong(facet) ? SHOWN_VALUES : Infinity))
  const { valueFirst } = main.index
  main.tallies.values.eachCounted((value, count) => {
    let facet = 0
    while (value >= valueFirst[facet + 1]) facet += 1
    tops[facet].offer(value, count)
  })
  const named = LISTED_FACETS.map((facet, i) => {
    const extra = unknown.filter((one) => one.facet === facet)
    const shown = byName(tops[i].most, nameAll(main.index, tops[i].first(), extra))
    return { facet, values: tops[i].distinct + extra.length, shown: [...shown, ...chosenAmong(main, extra, facet, chosenOf(facet), shown)] }
  })
  const record = <T>(take: (one: (typeof named)[number]) => T) =>
    Object.fromEntries(named.map((one) => [one.facet, take(one)])) as Record<ListedFacet, T>
  return {
    shown: record(({ shown }) => Object.fromEntries(shown.map(({ value, count }) => [value, count]))),
    values: record(({ values }) => values),
  }
}

/** The commonest values of which some words begin with all those sought. */
export function soughtValues(counted: readonly Counted[], facet: ListedFacet, sought: string, most: number): ValueCount[] {
  const [main, unknown] = absorbed(counted)
  const { index, tallies } = main
  const starts = wordsOf(sought).map((word) => ` ${word}`)
  const fits = (key: string) => starts.every((start) => ` ${key}`.includes(start))
  const { from, to } = valuesOf(index, facet)
  const top = new Commonest(most)
  tallies.values.eachCounted((value, count) => {
    if (value >= from && value < to && (starts.length === 0 || fits(index.valueKeys.at(value)))) top.offer(value, count)
  })
  const extra = unknown.filter((one) => one.facet === facet && fits(one.key))
  return byName(most, nameAll(index, top.first(), extra)).map(({ value, count }) => ({ value, count }))
}

/** The values with the highest counts, of equals those with the lowest numbers, which are the first in the alphabet. */
class Commonest {
  distinct = 0
  private kept: { value: number; count: number }[] = []
  private least = 0

  constructor(readonly most: number) {}

  offer(value: number, count: number): void {
    this.distinct += 1
    if (count < this.least) return
    this.kept.push({ value, count })
    if (this.kept.length >= 8 * this.most) this.prune()
  }

  private prune(): void {
    this.kept = this.kept.sort((a, b) => b.count - a.count || a.value - b.value).slice(0, this.most)
    if (this.kept.length === this.most) this.least = this.kept[this.most - 1].count
  }

  first(): readonly { value: number; count: number }[] {
    this.prune()
    return this.kept
  }
}

interface Named extends ValueCount {
  key: string
}

/** A value that the main segment does not have. */
interface Unknown extends Named {
  facet: ListedFacet
}

const nameAll = (index: SearchIndex, first: readonly { value: number; count: number }[], extra: readonly Named[]): Named[] => [
  ...first.map(({ value, count }) => ({ value: index.valueLabels.at(value), key: index.valueKeys.at(value), count })),
  ...extra,
]

const byName = (most: number, named: Named[]): Named[] =>
  named.sort((a, b) => b.count - a.count || (a.key < b.key ? -1 : a.key > b.key ? 1 : 0)).slice(0, most)

function chosenAmong(
  { index, tallies }: Counted,
  extra: readonly Unknown[],
  facet: ListedFacet,
  chosen: readonly string[],
  shown: readonly ValueCount[],
): ValueCount[] {
  return chosen
    .filter((value) => !shown.some((one) => one.value === value))
    .map((value) => {
      const number = valueNumber(index, facet, value)
      return { value, count: number < 0 ? (extra.find((one) => one.value === value)?.count ?? 0) : tallies.values.count(number) }
    })
    .filter(({ count }) => count > 0)
}

/** The main segment with what later ones counted of its values, and the values that only they have. */
function absorbed([main, ...later]: readonly Counted[]): [main: Counted, unknown: Unknown[]] {
  const unknown: Unknown[] = []
  for (const { index, tallies } of later) {
    tallies.values.eachCounted((value, count) => {
      const facet = LISTED_FACETS[index.valueFirst.findLastIndex((first) => first <= value)]
      const label = index.valueLabels.at(value)
      const known = valueNumber(main.index, facet, label)
      if (known < 0) unknown.push({ facet, value: label, key: index.valueKeys.at(value), count })
      else main.tallies.values.absorb(known, count)
    })
  }
  return [main, unknown]
}
