/** What became of a copy at the desk, in a sentence. */
import type { ActedAtDesk } from '@catalex/contract/backroom'
import { useTranslation } from 'react-i18next'
import { amountInWords, dueInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'
import { refusalInWords } from '../shared/problems.ts'

export function useOutcome(acted: ActedAtDesk | undefined): string {
  const { t } = useTranslation()
  const { all, branchName } = usePlaces()
  if (!acted) return ''
  const { checkedIn, checkedOut, missing, refusal } = acted
  if (refusal) return refusalInWords(t, refusal, all)
  if (missing) return t('backroom.desk.isMissing')
  if (checkedOut) return t('backroom.desk.isLent', { title: checkedOut.title, date: dueInWords(checkedOut.due, all.timeZone) })
  if (!checkedIn) return ''
  const { title, outcome, to, charge } = checkedIn
  const cost = charge > 0 ? t('backroom.desk.cost', { amount: amountInWords(charge) }) : ''
  return [t(`backroom.desk.outcome.${outcome}`, { title, branch: to === null ? '' : branchName(to) }), cost].filter(Boolean).join(' ')
}
