/** Renewing what one has. */
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { call } from '../shared/api.ts'
import { useSession } from '../shared/session/session.tsx'

export function useRenewLoan() {
  const { asReader } = useSession()
  const client = useQueryClient()
  return useMutation({
    mutationFn: (barcode: string) => asReader(() => call('renewLoan', { path: { barcode } })),
    // Whatever came of it, the card may stand otherwise now.
    onSettled: () => client.invalidateQueries({ queryKey: ['card'] }),
  })
}
