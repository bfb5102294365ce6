/** Holds: what is possible, placing, cancelling. */
import type { PlaceHold } from '@catalex/contract/holds'
import { keepPreviousData, queryOptions, useMutation, useQueryClient } from '@tanstack/react-query'
import { call } from '../shared/api.ts'

export function holdOptionsQuery(records: readonly string[], barcode: string | null) {
  const query = { records: [...records], ...(barcode === null ? {} : { barcode }) }
  return queryOptions({
    queryKey: ['holdOptions', query],
    queryFn: ({ signal }) => call('holdOptions', { query }, { signal }),
    enabled: records.length > 0,
    placeholderData: keepPreviousData,
  })
}

/** After a hold changes, whatever says what is in now or who waits is asked for anew. */
function useAfterHolds() {
  const client = useQueryClient()
  return () => client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'places' })
}

/** @param key the same for every try at this very hold, so that no retry becomes a second one */
export function usePlaceHold(key: string) {
  const onSuccess = useAfterHolds()
  return useMutation({ mutationFn: (body: PlaceHold) => call('placeHold', { body }, { headers: { 'Idempotency-Key': key } }), onSuccess })
}

export function useCancelHold() {
  const onSuccess = useAfterHolds()
  return useMutation({ mutationFn: (id: string) => call('cancelHold', { path: { id } }), onSuccess })
}
