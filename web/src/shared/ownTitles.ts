/** What a signed-in reader has of a title already: said wherever the title is shown, so that nobody asks for it twice. */
import { isActive } from '@catalex/core/holds'
import type { Carrier } from '@catalex/core/catalogue'
import { queryOptions, useQuery, type QueryClient } from '@tanstack/react-query'
import { useCallback, useMemo } from 'react'
import { call } from './api.ts'
import { useSession } from './session/session.tsx'

export const cardQuery = queryOptions({ queryKey: ['card'], queryFn: ({ signal }) => call('card', {}, { signal }) })

/** Asks for the card anew after a change; an answer that was asked for before the change is not waited for, since it does not know of it. */
export async function refreshCard(client: QueryClient): Promise<void> {
  await client.cancelQueries({ queryKey: cardQuery.queryKey })
  await client.invalidateQueries({ queryKey: cardQuery.queryKey })
}

export type Own = { kind: 'held'; carrier: Carrier | null } | { kind: 'out'; due: string }

/** @returns what the reader has of any of these records */
export function useOwnTitles(): (controlNumbers: readonly string[]) => Own | null {
  const { reader } = useSession()
  const { data } = useQuery({ ...cardQuery, enabled: reader !== null })
  const own = useMemo(() => {
    const found = new Map<string, Own>()
    if (!data) return found
    for (const { controlNumber, carrier, state } of data.holds)
      if (controlNumber !== null && isActive(state)) found.set(controlNumber, { kind: 'held', carrier })
    for (const { controlNumber, due } of data.loans) if (controlNumber !== null) found.set(controlNumber, { kind: 'out', due })
    return found
  }, [data])
  return useCallback(
    (controlNumbers) => {
      for (const one of controlNumbers) {
        const had = own.get(one)
        if (had) return had
      }
      return null
    },
    [own],
  )
}
