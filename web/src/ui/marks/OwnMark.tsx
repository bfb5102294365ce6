/** "You hold the large print", "You have this out". */
import { useTranslation } from 'react-i18next'
import { dueInWords } from '../../shared/formats.ts'
import type { Own } from '../../shared/ownTitles.ts'
import { usePlaces } from '../../shared/places.tsx'
import styles from '../ui.module.css'

export function OwnMark({ own }: { own: Own | null }) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  if (own === null) return null
  const words =
    own.kind === 'out'
      ? t('own.out', { date: dueInWords(own.due, all.timeZone) })
      : own.carrier === null
        ? t('own.held')
        : t('own.heldAs', { form: t(`carriers.${own.carrier}`) })
  return <span className={styles.own}>{words}</span>
}
