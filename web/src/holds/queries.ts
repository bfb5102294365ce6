/** Holds: what is possible, placing, cancelling. */
import type { HoldLine, HoldOptions, PlaceHold } from '@catalex/contract/holds'
import { keepPreviousData, queryOptions, useMutation, useQueryClient } from '@tanstack/react-query'
import { get, send } from '../app/api.ts'

export function holdOptionsQuery(records: readonly number[], barcode: string | null) {
  const parameters = { records, barcode: barcode ?? undefined }
  return queryOptions({
    queryKey: ['holdOptions', parameters],
    queryFn: ({ signal }) => get<HoldOptions>('/api/hold-options', parameters, signal),
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
  const afterwards = useAfterHolds()
  return useMutation({
    mutationFn: (wish: PlaceHold) => send<HoldLine>('POST', '/api/holds', wish, { 'Idempotency-Key': key }),
    onSuccess: afterwards,
  })
}

export function useCancelHold() {
  const afterwards = useAfterHolds()
  return useMutation({ mutationFn: (id: number) => send<HoldLine>('DELETE', `/api/holds/${String(id)}`), onSuccess: afterwards })
}
