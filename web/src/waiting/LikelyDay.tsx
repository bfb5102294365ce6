/** "about Mon 14 Dec"; "wait" where nobody can say. */
import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { dayInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'
import { waitingQuery, type WaitingWish } from './queries.ts'

export default function LikelyDay({ wish }: { wish: WaitingWish }) {
  const { t } = useTranslation()
  const { timeZone } = usePlaces().all
  const { data } = useQuery(waitingQuery(wish))
  return data?.likely ? t('waiting.about', { date: dayInWords(data.likely, timeZone) }) : t('routes.waiting')
}
