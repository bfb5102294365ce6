/** A reader's lists: read, and changed. */
import type { ChangeList, ListView } from '@catalex/contract/lists'
import { MOST_AT_ONCE } from '@catalex/contract/lists'
import { changedList, type ListEntry } from '@catalex/core/lists'
import type { Which } from '@catalex/core/satchel'
import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query'
import { call } from '../shared/api.ts'
import { now } from '../shared/formats.ts'
import { useSession } from '../shared/session/session.tsx'

export const listsQuery = queryOptions({ queryKey: ['lists'], queryFn: ({ signal }) => call('lists', {}, { signal }) })

export const searchesQuery = queryOptions({ queryKey: ['searches'], queryFn: ({ signal }) => call('searches', {}, { signal }) })

export const listQuery = (id: string) =>
  queryOptions({ queryKey: ['list', id], queryFn: ({ signal }) => call('list', { path: { id } }, { signal }) })

export const sharedListQuery = (link: string) =>
  queryOptions({ queryKey: ['shared', link], queryFn: ({ signal }) => call('sharedList', { path: { link } }, { signal }) })

/** As they go into a list: each with the time at which it came. */
export const newEntries = (which: readonly Which[]): ListEntry[] =>
  which.map(({ controlNumber, barcode }) => ({ controlNumber, barcode, added: new Date(now()).toISOString(), note: '', labels: [] }))

/** Shown at once; what the server says in the end counts. */
export function useChangeList(id: string) {
  const client = useQueryClient()
  const { asReader } = useSession()
  const { queryKey } = listQuery(id)
  return useMutation({
    mutationKey: queryKey,
    mutationFn: (body: ChangeList) => asReader(() => call('changeList', { path: { id }, body })),
    onMutate: async (changes) => {
      await client.cancelQueries({ queryKey })
      client.setQueryData(queryKey, (before: ListView | undefined) => before && { ...before, ...changedList(before, changes).list })
    },
    onSuccess: (list) => {
      if (client.isMutating({ mutationKey: queryKey }) <= 1) client.setQueryData(queryKey, list)
    },
    onError: () => client.invalidateQueries({ queryKey }),
    onSettled: () => client.invalidateQueries({ queryKey: listsQuery.queryKey }),
  })
}

/** Shared, withdrawn, thrown away. */
export function useListAction(id: string, endpoint: 'shareList' | 'withdrawList') {
  const client = useQueryClient()
  const { asReader } = useSession()
  return useMutation({
    mutationFn: () => asReader(() => call(endpoint, { path: { id } })),
    onSuccess: (list) => {
      client.setQueryData(listQuery(id).queryKey, list)
    },
  })
}

export function useDeleteList(id: string) {
  const client = useQueryClient()
  const { asReader } = useSession()
  return useMutation({
    mutationFn: () => asReader(() => call('deleteList', { path: { id } })),
    onSuccess: () => client.invalidateQueries({ queryKey: listsQuery.queryKey }),
  })
}

interface Filling {
  /** Of the list; null for a new one. */
  id: string | null
  /** Of a new one. */
  name: string
  which: readonly Which[]
}

/** Titles into a list, that is made where there is none yet. */
export function useFillList() {
  const client = useQueryClient()
  const { asReader } = useSession()
  return useMutation({
    mutationFn: ({ id, name, which }: Filling) =>
      asReader(async () => {
        let list = id === null ? await call('makeList', { body: { name, about: '' } }) : await call('list', { path: { id } })
        const entries = newEntries(which)
        let left = 0
        for (let at = 0; at < entries.length; at += MOST_AT_ONCE) {
          list = await call('changeList', { path: { id: list.id }, body: { add: entries.slice(at, at + MOST_AT_ONCE) } })
          left += list.left
        }
        return { list, left }
      }),
    onSuccess: async ({ list }) => {
      client.setQueryData(listQuery(list.id).queryKey, list)
      await client.invalidateQueries({ queryKey: listsQuery.queryKey })
    },
  })
}
