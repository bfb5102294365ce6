/** Whether a branch is open: until when, or when it opens next. */
import type { Branch } from '@catalex/contract/libraries'
import { openingHours, openState } from '@catalex/core/calendar'
import { isReachable } from '@catalex/core/copies'
import { DateTime } from 'luxon'
import { useTranslation } from 'react-i18next'
import { momentInWords, now, timeInWords } from '../../shared/formats.ts'
import { usePlaces } from '../../shared/places.tsx'
import styles from '../ui.module.css'

/** Whether readers walk in at all. */
export const letsReadersIn = (branch: Branch): boolean =>
  branch.collections.some((collection) => isReachable({ collectionKind: collection.kind }))

export function OpenState({ branch }: { branch: Branch }) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  if (!letsReadersIn(branch)) return <span className={styles.closed}>{t('branches.noReaders')}</span>
  const state = openState(openingHours(branch), DateTime.fromMillis(now(), { zone: all.timeZone }))
  if (state.open)
    return <span className={styles.open}>{t('branches.openUntil', { time: timeInWords(state.until.toISO() ?? '', all.timeZone) })}</span>
  return (
    <span className={styles.closed}>
      {state.opens ? t('branches.opens', { time: momentInWords(state.opens.toISO() ?? '', all.timeZone) }) : t('branches.closed')}
    </span>
  )
}
