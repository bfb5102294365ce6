/** Titles as they are cited in a style. */
import { MOST_CITED } from '@catalex/contract/citing'
import type { CitationStyle } from '@catalex/core/citing'
import { keepPreviousData, queryOptions } from '@tanstack/react-query'
import { call } from '../shared/api.ts'

export const citationsQuery = (titles: readonly string[], style: CitationStyle) =>
  queryOptions({
    queryKey: ['citations', titles, style],
    queryFn: async ({ signal }) => {
      const pages = Array.from({ length: Math.ceil(titles.length / MOST_CITED) }, (_, i) =>
        titles.slice(i * MOST_CITED, (i + 1) * MOST_CITED),
      )
      const answers = await Promise.all(pages.map((page) => call('citations', { query: { titles: page, style } }, { signal })))
      const all = answers.flat()
      return titles.flatMap((number) => all.find(({ controlNumber }) => controlNumber === number) ?? [])
    },
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  })
