/** Headings in alphabetical order and call numbers in shelf order, from any letters on, forwards and back. */
import { HEADING_KINDS, type HeadingKind } from '@catalex/core/asking'
import Button from '@mui/material/Button'
import { useEffect, useState, type SubmitEvent } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useParams, useSearchParams } from 'react-router'
import { useStanding } from '../app/standing.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { HeadingList } from './HeadingList.tsx'
import { useHeadings } from './useHeadings.ts'
import styles from './browse.module.css'

export default function BrowsePage() {
  const { t } = useTranslation()
  const parameters = useParams()
  const [address, setAddress] = useSearchParams()
  const { standing } = useStanding()
  const kind: HeadingKind = HEADING_KINDS.find((known) => known === parameters.kind) ?? 'person'
  const from = address.get('from') ?? ''
  const headings = useHeadings(kind, from, standing)
  useEffect(() => {
    document.title = `${t(`browse.kinds.${kind}`)} · Catalex`
  }, [t, kind])
  return (
    <div className={styles.page}>
      <h1>{t('browse.heading')}</h1>
      <nav className={styles.kinds} aria-label={t('browse.heading')}>
        {HEADING_KINDS.map((one) => (
          <Link key={one} to={`/browse/${one}`} aria-current={one === kind ? 'page' : undefined}>
            {t(`browse.kinds.${one}`)}
          </Link>
        ))}
      </nav>
      <Start
        key={`${kind} ${from}`}
        letters={from}
        hint={t(kind === 'call-number' ? 'browse.fromCallNumber' : 'browse.from')}
        onGo={(letters) => {
          setAddress({ from: letters })
        }}
      />
      {headings.error && <Trouble error={headings.error} onRetry={() => void headings.refetch()} />}
      {headings.data && <HeadingList key={`${kind} ${from}`} kind={kind} letters={from} headings={headings} />}
    </div>
  )
}

function Start({ letters, hint, onGo }: { letters: string; hint: string; onGo(letters: string): void }) {
  const { t } = useTranslation()
  const [typed, setTyped] = useState(letters)
  const submit = (event: SubmitEvent) => {
    event.preventDefault()
    onGo(typed)
  }
  return (
    <form className={styles.start} onSubmit={submit}>
      <label>
        {hint}{' '}
        <input
          type="text"
          value={typed}
          onChange={(event) => {
            setTyped(event.target.value)
          }}
        />
      </label>
      <Button type="submit" variant="outlined" size="small">
        {t('browse.go')}
      </Button>
    </form>
  )
}
