/** Keeps a search on the reader's card, by the words that it is called by anyway. */
import type { Question } from '@catalex/core/query'
import KeepIcon from '@mui/icons-material/BookmarkAddOutlined'
import Button from '@mui/material/Button'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { call } from '../../shared/api.ts'
import { useLinks } from '../../shared/links.ts'
import { useNotice } from '../../shared/notices.tsx'
import { usePlaces } from '../../shared/places.tsx'
import { problemInWords } from '../../shared/problems.ts'
import { useSession } from '../../shared/session/session.tsx'
import { useSearchTitle } from '../useSearchTitle.ts'

const LONGEST_NAME = 200

export function KeepSearch({ question }: { question: Question }) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const notify = useNotice()
  const links = useLinks()
  const client = useQueryClient()
  const { reader, asReader, askToSignIn } = useSession()
  const name = useSearchTitle({ ...question, page: 1 }).slice(0, LONGEST_NAME)
  const address = links.search({ ...question, page: 1 }).replace(/^[^?]*/, '') || '?q='
  const keep = useMutation({
    mutationFn: () => asReader(() => call('keepSearch', { body: { name, address } })),
    onSuccess: (searches) => {
      client.setQueryData(['searches'], searches)
      notify(t('searches.kept', { name }))
    },
    onError: (error) => {
      notify(problemInWords(t, error, all))
    },
  })
  const press = async () => {
    if (reader ?? (await askToSignIn())) keep.mutate()
  }
  return (
    <Button size="small" startIcon={<KeepIcon />} disabled={keep.isPending} onClick={() => void press()}>
      {t('searches.keep')}
    </Button>
  )
}
