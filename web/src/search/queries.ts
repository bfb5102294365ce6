/** What a search asks the server. */
import { narrowingParametersOf, parametersOf, type FieldName, type ListedFacet, type Question, type Scope } from '@catalex/core/query'
import { keepPreviousData, queryOptions } from '@tanstack/react-query'
import { call } from '../shared/api.ts'

/** @param scope as it was chosen: whom nothing was chosen for, the server knows best */
export function searchQuery(question: Question, scope: Scope) {
  const query = parametersOf(question, scope)
  return queryOptions({
    queryKey: ['search', query],
    queryFn: ({ signal }) => call('search', { query }, { signal }),
    placeholderData: keepPreviousData,
  })
}

export function countQuery(question: Question, scope: Scope) {
  const query = parametersOf(question, scope)
  return queryOptions({
    queryKey: ['count', query],
    queryFn: ({ signal }) => call('count', { query }, { signal }),
    placeholderData: keepPreviousData,
  })
}

export function facetValuesQuery(question: Question, scope: Scope, facet: ListedFacet, find: string) {
  const query = { ...parametersOf(question, scope), facet, find }
  return queryOptions({
    queryKey: ['facetValues', query],
    queryFn: ({ signal }) => call('facetValues', { query }, { signal }),
    placeholderData: keepPreviousData,
  })
}

/** No heading begins with more. */
const LONGEST_HEADING = 200

/** @param kept what is narrowed to wherever a suggestion leads */
export function suggestQuery(q: string, field: FieldName, kept: Question, scope: Scope) {
  const query = { q, field, ...narrowingParametersOf(kept, scope) }
  return queryOptions({
    queryKey: ['suggest', query],
    queryFn: ({ signal }) => call('suggest', { query }, { signal }),
    enabled: q.length > 1 && q.length <= LONGEST_HEADING,
    placeholderData: keepPreviousData,
  })
}
