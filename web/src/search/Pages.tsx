/** Where one is in the list, and on or back. */
import type { SearchAnswer } from '@catalex/contract/search'
import Button from '@mui/material/Button'
import { useTranslation } from 'react-i18next'
import type { Question } from './address.ts'
import styles from './search.module.css'

export function Pages({ question, answer, onChange }: { question: Question; answer: SearchAnswer; onChange(next: Question): void }) {
  const { t } = useTranslation()
  const { count, page, size } = answer
  if (count === 0) return null
  const from = (page - 1) * size + 1
  const last = Math.ceil(count / size)
  const turn = (to: number) => {
    onChange({ ...question, page: to })
    window.scrollTo(0, 0)
  }
  return (
    <nav className={styles.pages} aria-label={t('search.pages')}>
      <Button
        size="small"
        variant="outlined"
        disabled={page <= 1}
        onClick={() => {
          turn(page - 1)
        }}
      >
        {t('search.previous')}
      </Button>
      <span>{t('search.position', { from, to: Math.min(count, page * size), count })}</span>
      <Button
        size="small"
        variant="outlined"
        disabled={page >= last}
        onClick={() => {
          turn(page + 1)
        }}
      >
        {t('search.next')}
      </Button>
    </nav>
  )
}
