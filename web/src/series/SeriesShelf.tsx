/** The series that a title is part of: its parts in order, which are in, what is lacking. */
import type { TitleSeries } from '@catalex/contract/series'
import Button from '@mui/material/Button'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { TakeAll } from '../satchel/TakeAll.tsx'
import { useLinks } from '../shared/links.ts'
import { useScope } from '../shared/scope.tsx'
import { Tally } from '../ui/marks/Tally.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { SatchelButton } from '../ui/SatchelButton.tsx'
import { Words } from '../ui/Words.tsx'
import { seriesQuery } from './seriesQuery.ts'
import styles from './series.module.css'

type Series = TitleSeries['series'][number]

export default function SeriesShelf({ controlNumber }: { controlNumber: string }) {
  const { chosen } = useScope()
  const { data, error, refetch } = useQuery(seriesQuery(controlNumber, chosen))
  if (error) return <Trouble error={error} onRetry={() => void refetch()} />
  // A part by itself is told in the description.
  return data?.series.filter(({ parts }) => parts.length > 1).map((series) => <One key={series.title} series={series} />)
}

/** Parts that are shown round the own one before somebody asks for all. */
const ROUND = 3

function One({ series: { title, parts, lacking, more } }: { series: Series }) {
  const { t } = useTranslation()
  const links = useLinks()
  const [all, setAll] = useState(false)
  const at = parts.findIndex(({ own }) => own)
  const shown = all ? parts : parts.slice(Math.max(0, at - ROUND), at + 1 + ROUND)
  return (
    <section aria-label={t('series.heading', { title })} className={styles.series}>
      <div className={styles.head}>
        <h2>{t('series.heading', { title })}</h2>
        <span className={styles.soft}>{t('series.parts', { count: parts.length })}</span>
      </div>
      <ol className={styles.parts}>
        {shown.map((part) => (
          <li key={part.controlNumber} aria-current={part.own ? 'true' : undefined}>
            <span className={styles.volume}>{part.volume}</span>
            <span>
              {part.own ? (
                <b>
                  <Words>{part.title}</Words>
                </b>
              ) : (
                <Link to={links.title(part.controlNumber)}>
                  <Words>{part.title}</Words>
                </Link>
              )}
            </span>
            <SatchelButton look="line" which={{ controlNumber: part.controlNumber, barcode: null }} title={part.title} />
            <Tally inNow={part.inNow} owned={part.owned} />
          </li>
        ))}
      </ol>
      <TakeAll titles={shown.map(({ controlNumber }) => controlNumber)} />
      {lacking.length > 0 && (all || shown.length === parts.length) && (
        <p className={styles.soft}>{t('series.lacking', { count: lacking.length, numbers: lacking.slice(0, MOST_NAMED).join(', ') })}</p>
      )}
      {shown.length < parts.length && (
        <Button
          size="small"
          onClick={() => {
            setAll(true)
          }}
        >
          {t('series.all', { count: parts.length })}
        </Button>
      )}
      {more && <Link to={links.heading('series', title)}>{t('series.more')}</Link>}
    </section>
  )
}

/** Numbers lacking that are named. */
const MOST_NAMED = 20
