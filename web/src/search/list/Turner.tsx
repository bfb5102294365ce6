/** On or back, or to any page: where there is more than one. */
import Button from '@mui/material/Button'
import OutlinedInput from '@mui/material/OutlinedInput'
import Pagination from '@mui/material/Pagination'
import { useState, type SubmitEvent } from 'react'
import { useTranslation } from 'react-i18next'
import { numberInWords } from '../../shared/formats.ts'
import styles from '../search.module.css'

/** From this many pages on, a page is quicker typed than looked for. */
const MANY = 9

export default function Turner({ page, last, onTurn }: { page: number; last: number; onTurn(page: number): void }) {
  const { t } = useTranslation()
  return (
    <>
      <Pagination
        count={last}
        page={page}
        size="small"
        shape="rounded"
        aria-label={t('search.pages')}
        getItemAriaLabel={(type, number) =>
          type === 'previous' ? t('search.previous') : type === 'next' ? t('search.next') : t('search.page', { page: number ?? '' })
        }
        onChange={(_, to) => {
          onTurn(to)
        }}
      />
      {last >= MANY && <Jump key={page} page={page} last={last} onJump={onTurn} />}
    </>
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
      <OutlinedInput
        size="small"
        value={text}
        inputProps={{ inputMode: 'numeric', 'aria-label': t('search.jump'), size: 4 }}
        onChange={(event) => {
          setText(event.target.value)
        }}
      />
      <span>/ {numberInWords(last)}</span>
      <Button type="submit" size="small">
        {t('search.jumpGo')}
      </Button>
    </form>
  )
}
