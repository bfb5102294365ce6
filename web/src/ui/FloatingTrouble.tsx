/** Trouble with what was to lie over the page: it is said at the foot of the window, in sight wherever the page stands. */
import Button from '@mui/material/Button'
import { useTranslation } from 'react-i18next'
import { Trouble } from './Trouble.tsx'
import styles from './ui.module.css'

interface Props {
  error: unknown
  onRetry(): void
  onClose(): void
}

export function FloatingTrouble({ error, onRetry, onClose }: Props) {
  const { t } = useTranslation()
  return (
    <div className={styles.floating}>
      <Trouble error={error} onRetry={onRetry}>
        <Button size="small" onClick={onClose}>
          {t('app.close')}
        </Button>
      </Trouble>
    </div>
  )
}
