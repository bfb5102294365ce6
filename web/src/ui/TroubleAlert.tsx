/** What went wrong, in a sentence, and the way on. */
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import { useTranslation } from 'react-i18next'
import { ApiProblem } from '../shared/api.ts'
import { usePlaces } from '../shared/places.tsx'
import { problemInWords } from '../shared/problems.ts'

/** What can't be right however often it is asked. */
const isWrong = (error: unknown): boolean => error instanceof ApiProblem && error.problem.status === 400

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
        onRetry &&
        !isWrong(error) && (
          <Button size="small" variant="outlined" onClick={onRetry}>
            {t('app.retry')}
          </Button>
        )
      }
    >
      {problemInWords(t, error, all)}
    </Alert>
  )
}
