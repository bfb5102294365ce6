/** What a search asks the server. */
import type { FacetValues, SearchAnswer, SuggestAnswer } from '@catalex/contract/search'
import { FACETS, type HeadingKind, type ListedFacet } from '@catalex/core/asking'
import { keepPreviousData, queryOptions } from '@tanstack/react-query'
import { get, type Parameters } from '../app/api.ts'
import type { Standing } from '../app/standing.tsx'
import { notName, type Question } from './address.ts'

function parametersOf(question: Question, standing: Standing): Parameters {
  const { q, field, only, not, years, copies, sort, page, size } = question
  return {
    q,
    field,
    ...Object.fromEntries(
      FACETS.flatMap((facet) => [
        [facet, only[facet]],
        [notName(facet), not[facet]],
      ]),
    ),
    yearFrom: years.from ?? undefined,
    yearTo: years.to ?? undefined,
    copies,
    sort,
    page,
    size,
    in: standing.in,
    as: standing.as,
    pickup: standing.at || undefined,
  }
}

export function searchQuery(question: Question, standing: Standing) {
  const parameters = parametersOf(question, standing)
  return queryOptions({
    queryKey: ['search', parameters],
    queryFn: ({ signal }) => get<SearchAnswer>('/api/search', parameters, signal),
    placeholderData: keepPreviousData,
  })
}

export function facetValuesQuery(question: Question, standing: Standing, facet: ListedFacet, find: string) {
  const parameters = { ...parametersOf(question, standing), facet, find }
  return queryOptions({
    queryKey: ['facetValues', parameters],
    queryFn: ({ signal }) => get<FacetValues>('/api/search/values', parameters, signal),
    placeholderData: keepPreviousData,
  })
}

export function suggestQuery(q: string, standing: Standing) {
  const parameters = { q, in: standing.in, as: standing.as }
  return queryOptions({
    queryKey: ['suggest', parameters],
    queryFn: ({ signal }) => get<SuggestAnswer>('/api/suggestions', parameters, signal),
    enabled: q.length > 1,
    placeholderData: keepPreviousData,
  })
}

/** The search that a heading stands for: exactly its titles, with namesakes kept apart. */
export function headingAddress(kind: HeadingKind, label: string): string {
  if (kind === 'title') return `/search?field=title&q=${encodeURIComponent(`"${label}"`)}`
  if (kind === 'call-number') return `/search?field=number&q=${encodeURIComponent(label)}`
  return `/search?${kind}=${encodeURIComponent(label)}`
}
