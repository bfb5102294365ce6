/** What went wrong, in a sentence, and the way on. */
import Button from '@mui/material/Button'
import { useTranslation } from 'react-i18next'
import { ApiProblem } from '../app/api.ts'
import styles from './ui.module.css'

export function Trouble({ error, onRetry }: { error: unknown; onRetry?(): void }) {
  const { t } = useTranslation()
  const problem = error instanceof ApiProblem ? error.problem : null
  return (
    <div className={styles.trouble} role="alert">
      <p>
        {problem?.detail ?? String(error)} {problem?.remedy}
      </p>
      {onRetry && (
        <Button size="small" variant="outlined" onClick={onRetry}>
          {t('app.retry')}
        </Button>
      )}
    </div>
  )
}
