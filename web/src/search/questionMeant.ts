/** Another reading of a question, taken. */
import { byFacet, narrowedByReading, type Question, type Reading } from '@catalex/core/query'

export function questionMeant(question: Question, reading: Reading): Question {
  const { only, not, years } = narrowedByReading(question, reading)
  const all = (values: typeof only) => byFacet((facet) => [...(values[facet] ?? [])])
  return { ...question, only: all(only), not: all(not), years, q: reading.q, asTyped: false, page: 1 }
}
