/** Which bay a copy stands in. */
import { keysIn, type KeyRange } from '../callnumber/index.ts'
import type { Family } from '../catalogue/index.ts'
import { baysOf, type Bay, type Plan } from './plan.ts'

export interface Shelved {
  collection: string
  /** Of its call number. */
  sortKey: string
  family: Family
}

interface Shelves {
  /** In shelf order. */
  ranges: (KeyRange & { bay: string })[]
  families: Map<Family, string>
  /** Takes what stands in no other. */
  rest: string | null
}

/** @returns the id of a copy's bay; null where the plan shows none */
export function bayFinder(plan: Pick<Plan, 'floors'>): (copy: Shelved) => string | null {
  const shelves = new Map<string, Shelves>()
  for (const { bay } of baysOf(plan)) {
    const of: Shelves = shelves.get(bay.collection) ?? { ranges: [], families: new Map(), rest: null }
    shelves.set(bay.collection, of)
    of.ranges.push(...rangesOf(bay))
    for (const family of bay.families ?? []) of.families.set(family, bay.id)
    if (isForRest(bay)) of.rest ??= bay.id
  }
  for (const { ranges } of shelves.values()) ranges.sort((a, b) => (a.from < b.from ? -1 : 1))
  return ({ collection, sortKey, family }) => {
    const of = shelves.get(collection)
    return of ? (within(of.ranges, sortKey) ?? of.families.get(family) ?? of.rest) : null
  }
}

/** Its stretches of the shelf; those that can't be read are left out. */
export const rangesOf = ({ id, ranges = [] }: Bay): (KeyRange & { bay: string })[] =>
  ranges.flatMap((range) => {
    const keys = keysIn(range)
    return keys ? [{ ...keys, bay: id }] : []
  })

export const isForRest = ({ ranges, families }: Bay): boolean => ranges === undefined && families === undefined

function within(ranges: Shelves['ranges'], key: string): string | undefined {
  let low = 0
  let high = ranges.length
  while (low < high) {
    const middle = (low + high) >> 1
    if ((ranges[middle]?.from ?? '') <= key) low = middle + 1
    else high = middle
  }
  const found = ranges[low - 1]
  return found && key < found.before ? found.bay : undefined
}
