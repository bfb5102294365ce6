/** What a guest has gathered goes into the satchel of the reader who signs in. */
import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef } from 'react'
import { useTranslation } from 'react-i18next'
import { call } from '../api.ts'
import { useNotice } from '../notices.tsx'
import { useSession } from '../session/session.tsx'
import { dropMerged, keptEntries } from './kept.ts'
import { noteSatchel } from './useSatchel.ts'

export function MergeAtSignIn() {
  const { t } = useTranslation()
  const notify = useNotice()
  const client = useQueryClient()
  const { reader } = useSession()
  const merging = useRef(false)
  const name = reader?.name
  useEffect(() => {
    const entries = keptEntries()
    if (name === undefined || entries.length === 0 || merging.current) return
    merging.current = true
    void call('changeSatchel', { body: { add: [...entries], remove: [] } })
      .then(async ({ entries: all, left }) => {
        await noteSatchel(client, { entries: all })
        dropMerged(entries, left)
        notify(t('satchel.merged', { count: entries.length - left.length, name }))
      })
      // It stays in the browser and is tried again with the next page.
      .catch(() => undefined)
      .finally(() => {
        merging.current = false
      })
  }, [name, client, notify, t])
  return null
}
