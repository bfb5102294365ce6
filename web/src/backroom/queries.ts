/** What the backroom asks the server. */
import type { ActAtDesk, AnswerRequest, Clock, MoveClock } from '@catalex/contract/backroom'
import { keepPreviousData, queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef } from 'react'
import { call } from '../shared/api.ts'
import { setClockBy } from '../shared/formats.ts'

const EVERY_MS = 1000
const WHILE_MOVING_MS = 350

const backroomQuery = (mine: boolean) =>
  queryOptions({
    queryKey: ['backroom', mine],
    queryFn: async ({ signal }) => {
      const found = await call('backroom', { query: { mine } }, { signal })
      // While the clock is moved, what has happened would seem to be still to come.
      setClockBy(found.clock.now)
      return found
    },
    refetchInterval: ({ state }) => (state.data?.clock.until ? WHILE_MOVING_MS : EVERY_MS),
    placeholderData: keepPreviousData,
  })

/** As it goes on; once the clock has come to where it was moved, everything else that is known is asked for anew. */
export function useBackroom(mine = false) {
  const client = useQueryClient()
  const found = useQuery(backroomQuery(mine))
  const until = found.data?.clock.until ?? null
  const moved = useRef(false)
  useEffect(() => {
    if (moved.current && until === null) void client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'places' })
    moved.current = until !== null
  }, [until, client])
  return found
}

export function useMoveClock() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: MoveClock): Promise<Clock> => call('moveClock', { body }),
    onSettled: () => client.invalidateQueries({ queryKey: ['backroom'] }),
  })
}

export const deskQuery = (branch: string) =>
  queryOptions({
    queryKey: ['desk', branch],
    queryFn: ({ signal }) => call('desk', { query: { branch } }, { signal }),
    enabled: branch !== '',
    refetchInterval: 5 * EVERY_MS,
    placeholderData: keepPreviousData,
  })

const AFTER_AN_ACT = { predicate: ({ queryKey }: { queryKey: readonly unknown[] }) => queryKey[0] !== 'places' }

export function useActAtDesk() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: ActAtDesk) => call('actAtDesk', { body }),
    onSettled: () => client.invalidateQueries(AFTER_AN_ACT),
  })
}

export function useAnswerRequest() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: AnswerRequest) => call('answerRequest', { body }),
    onSettled: () => client.invalidateQueries(AFTER_AN_ACT),
  })
}
