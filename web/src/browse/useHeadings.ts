/** Headings round a place in the order, with more fetched at either end. */
import type { BrowseAnswer } from '@catalex/contract/search'
import type { HeadingKind } from '@catalex/core/asking'
import { useInfiniteQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { get } from '../app/api.ts'
import type { Standing } from '../app/standing.tsx'

export type HeadingLine = BrowseAnswer['headings'][number]
type Start = { from: string } | { position: number; size: number }

const PAGE = 40

export function useHeadings(kind: HeadingKind, letters: string, standing: Standing) {
  const scope = { in: standing.in, as: standing.as }
  const query = useInfiniteQuery({
    queryKey: ['browse', kind, letters, scope],
    queryFn: ({ pageParam, signal }) => get<BrowseAnswer>('/api/headings', { kind, size: PAGE, ...pageParam, ...scope }, signal),
    initialPageParam: { from: letters } as Start,
    getNextPageParam: (last): Start | undefined => {
      const next = endOf(last)
      return next < last.total ? { position: next, size: PAGE } : undefined
    },
    getPreviousPageParam: ({ position }): Start | undefined =>
      position > 0 ? { position: Math.max(0, position - PAGE), size: Math.min(PAGE, position) } : undefined,
  })
  const pages = query.data?.pages
  const lines = useMemo(() => pages?.flatMap((page) => page.headings) ?? [], [pages])
  const parameters = query.data?.pageParams
  /** Lines that stand before the letters asked for. */
  const before = useMemo(() => {
    const at = parameters?.findIndex((start) => (start as Start & { from?: string }).from !== undefined) ?? -1
    return pages?.slice(0, Math.max(0, at)).reduce((sum, page) => sum + page.headings.length, 0) ?? 0
  }, [pages, parameters])
  return {
    ...query,
    lines,
    before,
    total: pages?.at(0)?.total ?? 0,
    first: pages?.at(0)?.position ?? 0,
    end: pages?.at(-1) ? endOf(pages[pages.length - 1]) : 0,
  }
}

/** Other names have no place in the order. */
const endOf = ({ position, headings }: BrowseAnswer): number => position + headings.filter(({ see }) => see === null).length
