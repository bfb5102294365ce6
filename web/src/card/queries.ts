/** Renewing what one has. */
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { call } from '../shared/api.ts'
import { useSession } from '../shared/session/session.tsx'
import { refreshCard } from '../shared/ownTitles.ts'

/** @param one whether the card is asked for anew after it; of several, whoever renews them asks in the end */
export function useRenewLoan({ one = true } = {}) {
  const { asReader } = useSession()
  const client = useQueryClient()
  return useMutation({
    mutationFn: (barcode: string) => asReader(() => call('renewLoan', { path: { barcode } })),
    // Whatever came of it, the card may stand otherwise now.
    onSettled: () => (one ? refreshCard(client) : undefined),
  })
}
