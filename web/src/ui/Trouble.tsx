/** What went wrong, in a sentence, and the way on. It comes with the first page: it has to be there when nothing else comes. */
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import { useEffect, useState, type ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { ApiProblem } from '../shared/api.ts'
import { hasDeferredTexts, loadDeferredTexts } from '../shared/i18n.ts'
import { usePlaces } from '../shared/places.tsx'
import { isSaidAtFirst, problemInWords } from '../shared/problems.ts'

/** What can't be right however often it is asked. */
const isWrong = (error: unknown): boolean => error instanceof ApiProblem && error.problem.status === 400

interface Props {
  error: unknown
  onRetry?(): void
  /** Other ways on. */
  children?: ReactNode
}

export function Trouble({ error, onRetry, children }: Props) {
  const { t } = useTranslation()
  const words = useWords(error)
  return (
    <Alert
      severity="error"
      icon={false}
      action={
        <>
          {onRetry && !isWrong(error) && (
            <Button size="small" variant="outlined" onClick={onRetry}>
              {t('app.retry')}
            </Button>
          )}
          {children}
        </>
      }
    >
      {words}
    </Alert>
  )
}

/** Of rarer troubles the words are loaded when the first one comes. */
function useWords(error: unknown): string | null {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const wanted = !isSaidAtFirst(error)
  const [texts, setTexts] = useState<'waiting' | 'here' | 'missing'>(hasDeferredTexts() ? 'here' : 'waiting')
  useEffect(() => {
    if (!wanted || texts === 'here') return
    loadDeferredTexts().then(
      () => {
        setTexts('here')
      },
      () => {
        setTexts('missing')
      },
    )
  }, [wanted, texts])
  if (!wanted || texts === 'here') return problemInWords(t, error, all)
  return texts === 'missing' ? t('problems.our-fault') : null
}
