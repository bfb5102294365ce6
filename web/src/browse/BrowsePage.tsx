/** Headings in alphabetical order, from any letters on, forwards and back. */
import { HEADING_KINDS, type HeadingKind } from '@catalex/core/asking'
import Button from '@mui/material/Button'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState, type SubmitEvent } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useParams, useSearchParams } from 'react-router'
import { useStanding } from '../app/standing.tsx'
import { browseQuery, headingAddress } from '../search/queries.ts'
import { Trouble } from '../ui/Trouble.tsx'
import styles from './browse.module.css'

export default function BrowsePage() {
  const { t } = useTranslation()
  const parameters = useParams()
  const [address, setAddress] = useSearchParams()
  const { standing } = useStanding()
  const kind: HeadingKind = HEADING_KINDS.find((known) => known === parameters.kind) ?? 'person'
  const from = address.get('from') ?? ''
  const position = address.get('position') === null ? null : Number(address.get('position'))
  const { data, error, refetch } = useQuery(browseQuery(kind, { from, position }, standing))
  const [letters, setLetters] = useState(from)
  useEffect(() => {
    document.title = `${t('browse.heading')} · Catalex`
  }, [t])
  const submit = (event: SubmitEvent) => {
    event.preventDefault()
    setAddress({ from: letters })
  }
  const size = data?.headings.length ?? 0
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
      <form className={styles.start} onSubmit={submit}>
        <label>
          {t('browse.from')}{' '}
          <input
            type="text"
            value={letters}
            onChange={(event) => {
              setLetters(event.target.value)
            }}
          />
        </label>
        <Button type="submit" variant="outlined" size="small">
          {t('browse.go')}
        </Button>
      </form>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {data && (
        <>
          <ol className={styles.headings} start={data.position + 1}>
            {data.headings.map(({ label, count }) => (
              <li key={label}>
                <Link to={headingAddress(kind, label)}>{label}</Link>
                <span>{count === 0 ? t('browse.none') : count.toLocaleString()}</span>
              </li>
            ))}
          </ol>
          <nav className={styles.pages} aria-label={t('search.pages')}>
            <Button
              size="small"
              variant="outlined"
              disabled={data.position === 0}
              onClick={() => {
                setAddress({ position: String(Math.max(0, data.position - PAGE)) })
              }}
            >
              {t('browse.back')}
            </Button>
            <span>
              {t('browse.position', { from: Math.min(data.position + 1, data.total), to: data.position + size, total: data.total })}
            </span>
            <Button
              size="small"
              variant="outlined"
              disabled={data.position + size >= data.total}
              onClick={() => {
                setAddress({ position: String(data.position + size) })
              }}
            >
              {t('browse.on')}
            </Button>
          </nav>
        </>
      )}
    </div>
  )
}

/** As many headings as the server gives at once. */
const PAGE = 30
