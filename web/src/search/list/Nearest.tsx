/** Where the nearest copy of a row stands, and whether it is in. */
import type { ResultRow } from '@catalex/contract/search'
import { useTranslation } from 'react-i18next'
import { dueInWords } from '../../shared/formats.ts'
import { usePlaces } from '../../shared/places.tsx'
import styles from './row.module.css'

/** @param elsewhere copies outside the scope */
export function Nearest({ row, elsewhere }: { row: ResultRow; elsewhere: number }) {
  const { t } = useTranslation()
  const { branchName, all } = usePlaces()
  const more = elsewhere > 0 ? ` · ${t('search.row.and', { count: elsewhere })}` : ''
  if (!row.nearest)
    return (
      <p className={styles.nearest}>
        {t('search.row.nowhere')}
        {more}
      </p>
    )
  const { place, inNow, status, due, use } = row.nearest
  const state = inNow ? (use === 'loan' ? t('status.on shelf') : t(`use.${use}`)) : t(`status.${status}`)
  return (
    <p className={styles.nearest}>
      <b data-state={inNow ? 'in' : 'out'}>{state}</b> {branchName(place.branch)}, {place.collection}
      {due ? ` · ${t('status.due', { date: dueInWords(due, all.timeZone) })}` : ` · ${place.floor}`}
      <span className={styles.soft}>{more}</span>
    </p>
  )
}
