/** Holds: what is possible, placing, cancelling. */
import type { ChangeHold, PlaceHold } from '@catalex/contract/holds'
import { keepPreviousData, queryOptions, useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { call } from '../shared/api.ts'
import { useSession } from '../shared/session/session.tsx'

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
export function useAfterHolds() {
  const client = useQueryClient()
  // Nobody waits for it: what the change did is shown from its own answer.
  return () => {
    void client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'places' })
  }
}

export const PLACE_HOLD = ['placeHold']

/** Each wish has a key, the same for every try at it, so that no retry becomes a second hold. @param one whether all is told at once; of several, whoever places them tells it in the end */
export function usePlaceHold({ one = true } = {}) {
  const { asReader } = useSession()
  const after = useAfterHolds()
  const [keys] = useState(() => new Map<string, string>())
  const keyOf = (wish: PlaceHold): string => {
    const said = JSON.stringify(wish)
    const key = keys.get(said) ?? crypto.randomUUID()
    keys.set(said, key)
    return key
  }
  return useMutation({
    mutationFn: (body: PlaceHold) => asReader(() => call('placeHold', { body }, { headers: { 'Idempotency-Key': keyOf(body) } })),
    mutationKey: PLACE_HOLD,
    onSuccess: () => {
      if (one) after()
    },
  })
}

export function useChangeHold(id: string) {
  const { asReader } = useSession()
  const onSuccess = useAfterHolds()
  return useMutation({
    mutationFn: (body: ChangeHold) => asReader(() => call('changeHold', { path: { id }, body })),
    onSuccess,
  })
}

export function useRestoreHold() {
  const { asReader } = useSession()
  const onSuccess = useAfterHolds()
  return useMutation({ mutationFn: (id: string) => asReader(() => call('restoreHold', { path: { id } })), onSuccess })
}

export function useCancelHold() {
  const { asReader } = useSession()
  const onSuccess = useAfterHolds()
  return useMutation({ mutationFn: (id: string) => asReader(() => call('cancelHold', { path: { id } })), onSuccess })
}
