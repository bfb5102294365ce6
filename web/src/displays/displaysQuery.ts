/** What is on display in the places at hand. */
import { EMPTY_QUESTION, narrowingParametersOf, type Scope } from '@catalex/core/query'
import { queryOptions } from '@tanstack/react-query'
import { call } from '../shared/api.ts'

export function displaysQuery(scope: Scope) {
  const query = narrowingParametersOf(EMPTY_QUESTION, scope)
  return queryOptions({
    queryKey: ['displays', query],
    queryFn: ({ signal }) => call('displays', { query }, { signal }),
    staleTime: 60_000,
  })
}
