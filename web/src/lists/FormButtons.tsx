/** At the foot of a form that takes the place of what it changes. */
import Button from '@mui/material/Button'
import { useTranslation } from 'react-i18next'
import styles from './lists.module.css'

export function FormButtons({ onCancel }: { onCancel(): void }) {
  const { t } = useTranslation()
  return (
    <div className={styles.tools}>
      <Button type="submit" size="small" variant="contained">
        {t('lists.keep')}
      </Button>
      <Button size="small" onClick={onCancel}>
        {t('lists.cancel')}
      </Button>
    </div>
  )
}
