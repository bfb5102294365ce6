/** What went wrong, in a sentence, and the way on. */
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import { useTranslation } from 'react-i18next'
import { usePlaces } from '../shared/places.tsx'
import { problemInWords } from '../shared/problems.ts'

export interface TroubleProps {
  error: unknown
  onRetry?(): void
}

export default function TroubleAlert({ error, onRetry }: TroubleProps) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  return (
    <Alert
      severity="error"
      icon={false}
      action={
        onRetry && (
          <Button size="small" variant="outlined" onClick={onRetry}>
            {t('app.retry')}
          </Button>
        )
      }
    >
      {problemInWords(t, error, all.timeZone)}
    </Alert>
  )
}
