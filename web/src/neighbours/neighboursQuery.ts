/** What stands beside a copy, more of it at each end as it is asked for. */
import type { Neighbours } from '@catalex/contract/neighbours'
import { infiniteQueryOptions } from '@tanstack/react-query'
import { call } from '../shared/api.ts'

interface From {
  barcode: string
  side: 'both' | 'left' | 'right'
}

const ON_EACH_SIDE = 24

export function neighboursQuery(barcode: string) {
  const end = (page: Neighbours, side: 'left' | 'right', at: 0 | -1): From | undefined => {
    const last = page.spines.at(at)
    return page.more[side] && last ? { barcode: last.barcode, side } : undefined
  }
  return infiniteQueryOptions({
    queryKey: ['neighbours', barcode],
    queryFn: ({ signal, pageParam }) => call('neighbours', { query: { ...pageParam, size: ON_EACH_SIDE } }, { signal }),
    initialPageParam: { barcode, side: 'both' } as From,
    getPreviousPageParam: (first) => end(first, 'left', 0),
    getNextPageParam: (last) => end(last, 'right', -1),
  })
}
