import type { Scope } from '@catalex/core/query'
import { queryOptions } from '@tanstack/react-query'
import { call } from '../shared/api.ts'

export function seriesQuery(controlNumber: string, scope: Scope) {
  const query = { in: [...scope.in] }
  return queryOptions({
    queryKey: ['series', controlNumber, query],
    queryFn: ({ signal }) => call('series', { path: { controlNumber }, query }, { signal }),
  })
}
