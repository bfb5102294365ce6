/** What a title page asks the server; the list, the routes and the hold ask the same. */
import type { Scope } from '@catalex/core/query'
import { keepPreviousData, queryOptions } from '@tanstack/react-query'
import { call } from './api.ts'

export function titleQuery(controlNumber: string, scope: Scope) {
  const query = { in: [...scope.in], at: scope.at ?? undefined }
  return queryOptions({
    queryKey: ['title', controlNumber, query],
    queryFn: ({ signal }) => call('title', { path: { controlNumber }, query }, { signal }),
    placeholderData: keepPreviousData,
  })
}
