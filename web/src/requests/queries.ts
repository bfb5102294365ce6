/** What can be asked for beside a hold, asking for it, and withdrawing it. */
import type { MakeRequest } from '@catalex/contract/requests'
import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { call } from '../shared/api.ts'
import { useSession } from '../shared/session/session.tsx'
import { refreshCard } from '../shared/ownTitles.ts'

/** @param records none for what no record is of */
export function requestOffersQuery(records: readonly string[], barcode: string | null) {
  const query = { ...(records.length === 0 ? {} : { records: [...records] }), ...(barcode === null ? {} : { barcode }) }
  return queryOptions({
    queryKey: ['requestOffers', query],
    queryFn: ({ signal }) => call('requestOffers', { query }, { signal }),
    retry: false,
  })
}

function useAfterRequests() {
  const client = useQueryClient()
  return () => refreshCard(client)
}

export function useMakeRequest() {
  const { asReader } = useSession()
  const onSuccess = useAfterRequests()
  // The same for every try, so that no retry becomes a second request.
  const [key] = useState(() => crypto.randomUUID())
  return useMutation({
    mutationFn: (body: MakeRequest) => asReader(() => call('makeRequest', { body }, { headers: { 'Idempotency-Key': key } })),
    onSuccess,
  })
}

export function useWithdrawRequest() {
  const { asReader } = useSession()
  const onSuccess = useAfterRequests()
  return useMutation({ mutationFn: (id: string) => asReader(() => call('withdrawRequest', { path: { id } })), onSuccess })
}
