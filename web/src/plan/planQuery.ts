/** The plan of a branch; it changes when the library loads another. */
import { queryOptions } from '@tanstack/react-query'
import { call } from '../shared/api.ts'

export const planQuery = (branch: string) =>
  queryOptions({
    queryKey: ['plan', branch],
    queryFn: ({ signal }) => call('plan', { path: { branch } }, { signal }),
    staleTime: Infinity,
  })
