/** The satchel: of a reader on the server, of a guest in this browser; the same to whoever gathers. */
import type { ChangeSatchel, Satchel as Kept } from '@catalex/contract/satchel'
import { entryKey, MOST_ENTRIES, withChanges, type Changes, type Entry, type Which } from '@catalex/core/satchel'
import { queryOptions, useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query'
import { useCallback, useMemo, useSyncExternalStore } from 'react'
import { useTranslation } from 'react-i18next'
import { call } from '../api.ts'
import { now } from '../formats.ts'
import { useNotice } from '../notices.tsx'
import { usePlaces } from '../places.tsx'
import { problemInWords } from '../problems.ts'
import { useSession } from '../session/session.tsx'
import { changeKept, hearKept, keptEntries } from './kept.ts'

export interface Satchel {
  /** The last added first. */
  entries: readonly Entry[]
  has(which: Which): boolean
  change(changes: Changes): void
  /** Adds what is not there yet. */
  put(which: readonly Which[]): void
}

const NONE: readonly Entry[] = []
const KEY = ['satchel']

const satchelQuery = queryOptions({ queryKey: KEY, queryFn: ({ signal }) => call('satchel', {}, { signal }) })

/**
 * What the server has answered to a change. A question asked before it, whose answer is still on its way, would hide it; while another
 * change is on its way, this answer knows nothing of it.
 * @param own changes on their way that are no others
 */
export async function noteSatchel(client: QueryClient, satchel: Kept, own = 0): Promise<void> {
  await client.cancelQueries({ queryKey: KEY })
  if (client.isMutating({ mutationKey: KEY }) <= own) client.setQueryData(KEY, satchel)
}

export function useSatchel(): Satchel {
  const { t } = useTranslation()
  const notify = useNotice()
  const { reader } = useSession()
  const kept = useSyncExternalStore(hearKept, keptEntries)
  const { data } = useQuery({ ...satchelQuery, enabled: reader !== null })
  const changeOwn = useChangeOwn()
  const entries = reader ? (data?.entries ?? NONE) : kept
  const keys = useMemo(() => new Set(entries.map(entryKey)), [entries])
  const tellLeft = useCallback(
    (left: readonly Entry[]) => {
      if (left.length > 0) notify(t('satchel.full', { count: left.length, most: MOST_ENTRIES }))
    },
    [notify, t],
  )
  const change = useCallback(
    (changes: Changes) => {
      if (reader) void changeOwn(changes).then(tellLeft)
      else tellLeft(changeKept(changes))
    },
    [reader, changeOwn, tellLeft],
  )
  return useMemo(
    () => ({
      entries,
      has: (which) => keys.has(entryKey(which)),
      change,
      put: (which) => {
        const start = now()
        // The first of several comes first, too.
        change({ add: which.map((one, i) => ({ ...one, added: new Date(start - i).toISOString() })), remove: [] })
      },
    }),
    [entries, keys, change],
  )
}

/** @returns puts it in, or takes it out where it is inside */
export function useGather(): (which: Which) => void {
  const { has, put, change } = useSatchel()
  return (which) => {
    if (has(which)) change({ add: [], remove: [which] })
    else put([which])
  }
}

/** Shown at once; what the server says in the end counts. @returns what did not fit */
function useChangeOwn(): (changes: Changes) => Promise<readonly Entry[]> {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const notify = useNotice()
  const client = useQueryClient()
  const { asReader } = useSession()
  const { mutateAsync } = useMutation({
    mutationKey: KEY,
    mutationFn: ({ add, remove }: Changes) => {
      // Nothing but what an entry is made of: entries of lists have more.
      const body: ChangeSatchel = {
        add: add.map(({ controlNumber, barcode, added }) => ({ controlNumber, barcode, added })),
        remove: remove.map(({ controlNumber, barcode }) => ({ controlNumber, barcode })),
      }
      return asReader(() => call('changeSatchel', { body }))
    },
    onMutate: async (changes) => {
      await client.cancelQueries({ queryKey: KEY })
      client.setQueryData(KEY, (before: Kept | undefined) => ({ entries: withChanges(before?.entries ?? [], changes).entries }))
    },
    onSuccess: ({ entries }) => noteSatchel(client, { entries }, 1),
    onError: async (error) => {
      notify(problemInWords(t, error, all))
      await client.invalidateQueries({ queryKey: KEY })
    },
  })
  return useCallback(
    async (changes) => {
      const answer = await mutateAsync(changes).catch(() => null)
      return answer?.left ?? []
    },
    [mutateAsync],
  )
}
