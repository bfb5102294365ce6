/** When a hold in the queue is likely to have its copy. */
import { queryOptions } from '@tanstack/react-query'
import { call } from '../shared/api.ts'

export interface WaitingWish {
  records: readonly string[]
  barcode: string | null
  pickup: string
  /** With a loan shortened for it. */
  recall?: boolean
}

/** @param wish what would be placed, or the hold that waits */
export function waitingQuery(wish: WaitingWish | { hold: string }) {
  return queryOptions({
    queryKey: ['waiting', wish],
    queryFn: ({ signal }) => {
      if ('hold' in wish) return call('holdWaiting', { path: { id: wish.hold } }, { signal })
      const { records, barcode, pickup, recall } = wish
      return call(
        'waiting',
        { query: { records: [...records], pickup, ...(barcode === null ? {} : { barcode }), ...(recall ? { recall } : {}) } },
        { signal },
      )
    },
    // It is the same all day, but for what others do: no reason to wait for it longer than once.
    staleTime: 300_000,
    retry: false,
  })
}
