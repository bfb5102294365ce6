/** What can’t be had while the system that lends does not answer, and as of when the rest is. */
import Alert from '@mui/material/Alert'
import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { call } from '../shared/api.ts'
import { momentInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'

const EVERY_MS = 30_000

export default function LendingNotice() {
  const { t } = useTranslation()
  const { timeZone } = usePlaces().all
  const { data } = useQuery({ queryKey: ['lending'], queryFn: ({ signal }) => call('lending', {}, { signal }), refetchInterval: EVERY_MS })
  if (!data || data.answering) return null
  return (
    <Alert severity="warning" icon={false} role="status">
      {data.asOf === null ? t('lending.awayUnknown') : t('lending.away', { time: momentInWords(data.asOf, timeZone) })}
    </Alert>
  )
}
