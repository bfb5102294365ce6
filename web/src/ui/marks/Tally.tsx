/** How many copies are in of those there are. */
import { useTranslation } from 'react-i18next'
import styles from '../ui.module.css'

export function Tally({ inNow, owned }: { inNow: number; owned: number }) {
  const { t } = useTranslation()
  return (
    <span className={styles.tally} data-out={inNow === 0}>
      {t('search.row.chip', { inNow, owned })}
    </span>
  )
}
