/** What leads on from a title. */
import type { Scope } from '@catalex/core/query'
import { queryOptions } from '@tanstack/react-query'
import { call } from '../shared/api.ts'

export function relatedQuery(controlNumber: string, scope: Scope) {
  const query = { in: [...scope.in], at: scope.at ?? undefined }
  return queryOptions({
    queryKey: ['related', controlNumber, query],
    queryFn: ({ signal }) => call('related', { path: { controlNumber }, query }, { signal }),
    staleTime: 60_000,
  })
}
