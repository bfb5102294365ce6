/** Rows of titles that somebody has gathered, a page of them at a time. */
import { MOST_ROWS } from '@catalex/contract/satchel'
import type { ResultRow } from '@catalex/contract/search'
import type { Scope } from '@catalex/core/query'
import { keepPreviousData, queryOptions, useQueries } from '@tanstack/react-query'
import { call } from '../shared/api.ts'

/** Wherever copies are: what is gathered here may be fetched there. */
const rowsQuery = (titles: readonly string[], { at }: Scope) =>
  queryOptions({
    queryKey: ['rows', titles, at],
    queryFn: ({ signal }) => call('rows', { query: { titles: [...titles], ...(at === null ? {} : { at }) } }, { signal }),
    // One more or less changes none of the others.
    placeholderData: keepPreviousData,
  })

export interface Rows {
  /** By control number. */
  rows: ReadonlyMap<string, ResultRow>
  error: unknown
  /** Whether there is still one on its way of which nothing is known. */
  waiting: boolean
  retry(): void
}

export function useRows(titles: readonly string[], scope: Scope): Rows {
  const pages = Array.from({ length: Math.ceil(titles.length / MOST_ROWS) }, (_, page) =>
    titles.slice(page * MOST_ROWS, (page + 1) * MOST_ROWS),
  )
  return useQueries({
    queries: pages.map((page) => rowsQuery(page, scope)),
    combine: (answers) => ({
      rows: new Map(answers.flatMap(({ data }) => (data ?? []).map((row): [string, ResultRow] => [row.controlNumber, row]))),
      error: answers.find(({ error }) => error !== null)?.error ?? null,
      waiting: answers.some(({ isPending, isPlaceholderData }) => isPending || isPlaceholderData),
      retry: () => {
        for (const answer of answers) void answer.refetch()
      },
    }),
  })
}
