/** Another reading of a question, taken. */
import type { OfferLine } from '@catalex/contract/search'
import { withValue, type Question } from '@catalex/core/query'

export function questionMeant(question: Question, { q, values, yearFrom, yearTo }: OfferLine): Question {
  const narrowed = values.reduce((next, { facet, value }) => withValue(next, facet, value, 'only'), question)
  const years = yearFrom === null ? narrowed.years : { from: yearFrom, to: yearTo }
  return { ...narrowed, years, q, asTyped: false, page: 1 }
}
