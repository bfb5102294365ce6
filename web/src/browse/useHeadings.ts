/** Headings round a place in the order, with more fetched at either end. */
import type { BrowseAnswer } from '@catalex/contract/search'
import { narrowingParametersOf, type HeadingKind, type Question, type Scope } from '@catalex/core/query'
import { useInfiniteQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { call } from '../shared/api.ts'

export type HeadingLine = BrowseAnswer['headings'][number]
type Start = { from: string } | { position: number; until?: number }

const PAGE = 40
const startAt = (from: string): Start => ({ from })

/**
 * @param kept what is narrowed to wherever a heading leads: its count is of that
 * @param empty whether headings without a title in these places come, too
 */
export function useHeadings(kind: HeadingKind, letters: string, kept: Question, scope: Scope, empty: boolean) {
  const narrowing = narrowingParametersOf(kept, scope)
  const query = useInfiniteQuery({
    queryKey: ['browse', kind, letters, empty, narrowing],
    queryFn: ({ pageParam, signal }) => call('browse', { query: { kind, size: PAGE, empty, ...pageParam, ...narrowing } }, { signal }),
    initialPageParam: startAt(letters),
    getNextPageParam: ({ next, total }): Start | undefined => (next < total ? { position: next } : undefined),
    getPreviousPageParam: ({ position }): Start | undefined =>
      position > 0 ? { position: Math.max(0, position - PAGE), until: position } : undefined,
  })
  const pages = useMemo(() => query.data?.pages.map(withoutNext) ?? [], [query.data])
  const lines = useMemo(() => pages.flat(), [pages])
  /** Lines that stand before the letters asked for. */
  const before = pages.slice(0, query.data?.pageParams.findIndex((start) => 'from' in (start as Start)) ?? 0).flat().length
  return { ...query, lines, before, total: query.data?.pages.at(0)?.total ?? 0 }
}

/** A name between two pages comes with both: it stands with the one that it begins. */
function withoutNext({ headings }: BrowseAnswer, at: number, pages: readonly BrowseAnswer[]): HeadingLine[] {
  const next = new Set(
    pages
      .at(at + 1)
      ?.headings.filter(({ see }) => see !== null)
      .map(({ label }) => label) ?? [],
  )
  return headings.filter(({ label, see }) => see === null || !next.has(label))
}
