/** Where one is in the list, on or back, to any page, and how many rows at once. */
import { PAGE_SIZES, type SearchAnswer } from '@catalex/contract/search'
import Button from '@mui/material/Button'
import { useState, type SubmitEvent } from 'react'
import { useTranslation } from 'react-i18next'
import type { Question } from './address.ts'
import styles from './search.module.css'

interface Props {
  question: Question
  answer: SearchAnswer
  onChange(next: Question): void
}

export function Pages({ question, answer, onChange }: Props) {
  const { t } = useTranslation()
  const { count, page, size } = answer
  if (count === 0) return null
  const from = (page - 1) * size + 1
  const last = Math.ceil(count / size)
  const turn = (change: Partial<Question>) => {
    onChange({ ...question, ...change })
    window.scrollTo(0, 0)
  }
  return (
    <nav className={styles.pages} aria-label={t('search.pages')}>
      <Button
        size="small"
        variant="outlined"
        disabled={page <= 1}
        onClick={() => {
          turn({ page: page - 1 })
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
          turn({ page: page + 1 })
        }}
      >
        {t('search.next')}
      </Button>
      {last > 2 && (
        <Jump
          key={page}
          page={page}
          last={last}
          onJump={(to) => {
            turn({ page: to })
          }}
        />
      )}
      {count > PAGE_SIZES[0] && (
        <label>
          {t('search.perPage')}{' '}
          <select
            value={question.size}
            onChange={(event) => {
              turn({ size: Number(event.target.value), page: 1 })
            }}
          >
            {PAGE_SIZES.map((rows) => (
              <option key={rows} value={rows}>
                {rows}
              </option>
            ))}
          </select>
        </label>
      )}
    </nav>
  )
}

function Jump({ page, last, onJump }: { page: number; last: number; onJump(page: number): void }) {
  const { t } = useTranslation()
  const [text, setText] = useState(String(page))
  const submit = (event: SubmitEvent) => {
    event.preventDefault()
    const wanted = Number.parseInt(text, 10)
    if (wanted >= 1) onJump(Math.min(last, wanted))
  }
  return (
    <form className={styles.jump} onSubmit={submit}>
      <input
        inputMode="numeric"
        aria-label={t('search.jump')}
        value={text}
        onChange={(event) => {
          setText(event.target.value)
        }}
      />
      <span>/ {last.toLocaleString()}</span>
      <button type="submit">{t('search.jumpGo')}</button>
    </form>
  )
}
