/** Values of the listed facets by their names. */
import { LISTED_FACETS, type ListedFacet } from '../../query/index.ts'
import { wordsOf } from '../../text/index.ts'
import type { SearchIndex } from '../store/columns.ts'

/** The stretch of values that are a facet's. */
export function valuesOf(index: SearchIndex, facet: ListedFacet): { from: number; to: number } {
  const at = LISTED_FACETS.indexOf(facet)
  return { from: index.valueFirst[at], to: index.valueFirst[at + 1] }
}

/** @returns -1 where no record has it */
export function valueNumber(index: SearchIndex, facet: ListedFacet, label: string): number {
  const { from, to } = valuesOf(index, facet)
  const key = wordsOf(label).join(' ')
  for (let value = index.valueKeys.lowerBound(key, from, to); value < to && index.valueKeys.at(value) === key; value += 1)
    if (index.valueLabels.at(value) === label) return value
  return -1
}
