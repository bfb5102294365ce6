/** Of a place in the queue: a loan that may be shortened for it. */
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import { useTranslation } from 'react-i18next'
import { dayInWords } from '../../shared/formats.ts'
import { usePlaces } from '../../shared/places.tsx'
import type { Details, Served } from './wish.ts'
import styles from '../holds.module.css'

interface Props {
  recall: NonNullable<Served['recall']>
  asked: boolean
  onChange(details: Partial<Details>): void
}

export function Recalling({ recall, asked, onChange }: Props) {
  const { t } = useTranslation()
  const { timeZone } = usePlaces().all
  return (
    <div role="group" aria-labelledby="hold-recall" className={styles.part}>
      <span id="hold-recall" className={styles.legend}>
        {t('wishes.recallHeading')}
      </span>
      <FormControlLabel
        control={<Checkbox size="small" checked={asked} />}
        label={t('wishes.recall', { due: dayInWords(recall.due, timeZone), was: dayInWords(recall.was, timeZone) })}
        onChange={(_, on) => {
          onChange({ recall: on })
        }}
      />
      <p className={styles.soft}>{t('wishes.recallTold')}</p>
    </div>
  )
}
