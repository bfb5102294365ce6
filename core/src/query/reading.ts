/** Another reading of a query: other words, and what they are narrowed to besides. */
import type { Facet } from './vocabulary.ts'

export interface Reading {
  q: string
  values: readonly { facet: Facet; value: string }[]
  yearFrom: number | null
  yearTo: number | null
}

interface Narrowed {
  only: Partial<Record<Facet, readonly string[]>>
  not: Partial<Record<Facet, readonly string[]>>
  years: { from: number | null; to: number | null }
}

/** What is chosen once the reading is taken: its values are chosen, whatever they were before. */
export function narrowedByReading({ only, not, years }: Narrowed, { values, yearFrom, yearTo }: Reading): Narrowed {
  const chosen = { ...only }
  const barred = { ...not }
  for (const { facet, value } of values) {
    chosen[facet] = [...(chosen[facet] ?? []).filter((other) => other !== value), value]
    barred[facet] = (barred[facet] ?? []).filter((other) => other !== value)
  }
  return { only: chosen, not: barred, years: yearFrom === null ? years : { from: yearFrom, to: yearTo } }
}
