/** A spine in one sentence: what it is, where it stands, whether it is in. */
import type { Spine } from '@catalex/contract/neighbours'
import { useTranslation } from 'react-i18next'
import { dueInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'

export function useSpineInWords(): (spine: Spine) => string {
  const { t } = useTranslation()
  const { all } = usePlaces()
  return ({ title, who, year, callNumber, status, statusText, due }) => {
    const said = [statusText ?? t(`status.${status}`), due && t('status.due', { date: dueInWords(due, all.timeZone) })].filter(Boolean).join(', ') // prettier-ignore
    return `${[title, ...who, year].filter(Boolean).join(', ')} · ${callNumber.text} · ${said}`
  }
}
