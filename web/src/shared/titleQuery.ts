/** What a title page asks the server; the list, the routes and the hold ask the same. */
import type { Scope } from '@catalex/core/query'
import { infiniteQueryOptions, keepPreviousData, queryOptions } from '@tanstack/react-query'
import { call } from './api.ts'

/**
 * @param alsoGood other editions that would do: routes are to any of them
 * @param volume barcode of the one volume to which routes are asked for
 */
export function titleQuery(controlNumber: string, scope: Scope, alsoGood: readonly string[] = [], volume?: string) {
  const query = { in: [...scope.in], at: scope.at ?? undefined, editions: [...alsoGood], volume }
  return queryOptions({
    queryKey: ['title', controlNumber, query],
    queryFn: ({ signal }) => call('title', { path: { controlNumber }, query }, { signal }),
    placeholderData: keepPreviousData,
  })
}

/** Copies of a title a page at a time: those of a branch, or those sought. */
export function copiesQuery(controlNumber: string, scope: Scope, which: { branch?: string; barcode?: string; find?: string }) {
  const query = { in: [...scope.in], at: scope.at ?? undefined, ...which }
  return infiniteQueryOptions({
    queryKey: ['copies', controlNumber, query],
    queryFn: ({ signal, pageParam }) => call('copies', { path: { controlNumber }, query: { ...query, from: pageParam } }, { signal }),
    initialPageParam: 0,
    getNextPageParam: ({ count }, pages) => {
      const known = pages.reduce((sum, { copies }) => sum + copies.length, 0)
      return known < count ? known : undefined
    },
  })
}

/** Every volume of a journal. */
export function volumesQuery(controlNumber: string, scope: Scope) {
  const query = { in: [...scope.in], at: scope.at ?? undefined }
  return queryOptions({
    queryKey: ['volumes', controlNumber, query],
    queryFn: ({ signal }) => call('volumes', { path: { controlNumber }, query }, { signal }),
  })
}
