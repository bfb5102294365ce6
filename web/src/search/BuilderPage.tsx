/** The builder: rows of field, match and words, limits beforehand, the count as rows change. It writes the box's own query. */
import { BUILDER_FIELDS, BUILDER_JOINS, cqlFrom, matchesFor, rowsFrom, type BuilderRow } from '@catalex/core/asking'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import CloseIcon from '@mui/icons-material/Close'
import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState, type SubmitEvent } from 'react'
import { useTranslation } from 'react-i18next'
import { useNavigate, useSearchParams } from 'react-router'
import { useStanding } from '../app/standing.tsx'
import { addressOf, EMPTY_QUESTION, questionFrom, type Question } from './address.ts'
import { searchQuery } from './queries.ts'
import { useValueName } from './valueNames.ts'
import styles from './builder.module.css'

const EMPTY_ROW: BuilderRow = { join: 'and', field: 'anywhere', match: 'all', words: '' }
const LIMITS = ['language', 'audience', 'form'] as const

export default function BuilderPage() {
  const { t } = useTranslation()
  const navigate = useNavigate()
  const { standing } = useStanding()
  const [parameters] = useSearchParams()
  const [asked, setAsked] = useState<Question>(() => questionFrom(parameters))
  // What stood in the box comes along: as rows where they wrote it, as words otherwise.
  const [rows, setRows] = useState<BuilderRow[]>(() => rowsFrom(asked.q) ?? [{ ...EMPTY_ROW, words: asked.q }, EMPTY_ROW])
  const q = cqlFrom(rows)
  const question: Question = { ...asked, q, field: 'anywhere', page: 1 }
  const { data } = useQuery(searchQuery(useDeferredValue(question), standing))
  const { data: everything } = useQuery(searchQuery(EMPTY_QUESTION, standing))
  const set = (at: number, change: Partial<BuilderRow>) => {
    setRows(rows.map((row, i) => (i === at ? fitting({ ...row, ...change }) : row)))
  }
  const submit = (event: SubmitEvent) => {
    event.preventDefault()
    void navigate(addressOf(question, { in: standing.in, as: standing.as, at: parameters.get('at') }))
  }
  return (
    <form className={styles.page} onSubmit={submit}>
      <h1>{t('builder.heading')}</h1>
      <p className={styles.intro}>{t('builder.intro')}</p>
      <ol className={styles.rows}>
        {rows.map((row, i) => (
          <li key={i}>
            {i === 0 ? (
              <span />
            ) : (
              <select
                aria-label={t('builder.join')}
                value={row.join}
                onChange={(event) => {
                  set(i, { join: event.target.value as BuilderRow['join'] })
                }}
              >
                {BUILDER_JOINS.map((join) => (
                  <option key={join} value={join}>
                    {t(`builder.joins.${join}`)}
                  </option>
                ))}
              </select>
            )}
            <select
              aria-label={t('builder.field')}
              value={row.field}
              onChange={(event) => {
                set(i, { field: event.target.value as BuilderRow['field'] })
              }}
            >
              {BUILDER_FIELDS.map((field) => (
                <option key={field} value={field}>
                  {t(`builder.fields.${field}`)}
                </option>
              ))}
            </select>
            <select
              aria-label={t('builder.match')}
              value={row.match}
              onChange={(event) => {
                set(i, { match: event.target.value as BuilderRow['match'] })
              }}
            >
              {matchesFor(row.field).map((match) => (
                <option key={match} value={match}>
                  {t(`builder.matches.${match}`)}
                </option>
              ))}
            </select>
            <input
              type="text"
              aria-label={t('builder.words')}
              value={row.words}
              onChange={(event) => {
                set(i, { words: event.target.value })
              }}
            />
            <IconButton
              size="small"
              aria-label={t('builder.remove')}
              disabled={rows.length === 1}
              onClick={() => {
                setRows(rows.filter((_, at) => at !== i))
              }}
            >
              <CloseIcon fontSize="small" />
            </IconButton>
          </li>
        ))}
      </ol>
      <Button
        size="small"
        onClick={() => {
          setRows([...rows, EMPTY_ROW])
        }}
      >
        {t('builder.add')}
      </Button>
      <fieldset className={styles.limits}>
        <legend>{t('builder.limits')}</legend>
        {LIMITS.map((facet) => (
          <Limit key={facet} facet={facet} codes={Object.keys(everything?.facets[facet] ?? {})} question={asked} onChange={setAsked} />
        ))}
        <YearLimit question={asked} onChange={setAsked} />
      </fieldset>
      <p className={styles.query}>{q}</p>
      <div className={styles.end}>
        <span role="status">{q === '' ? t('builder.empty') : ''}</span>
        <Button type="submit" variant="contained" disabled={q === ''}>
          {t('builder.show', { count: q === '' ? 0 : (data?.count ?? 0) })}
        </Button>
      </div>
    </form>
  )
}

/** A match that the field doesn't know gives way to the plainest. */
const fitting = (row: BuilderRow): BuilderRow => (matchesFor(row.field).includes(row.match) ? row : { ...row, match: 'all' })

interface LimitProps {
  question: Question
  onChange(next: Question): void
}

function Limit({ facet, codes, question, onChange }: LimitProps & { facet: (typeof LIMITS)[number]; codes: string[] }) {
  const { t } = useTranslation()
  const valueName = useValueName()
  return (
    <label>
      {t(`narrowing.names.${facet}`)}{' '}
      <select
        value={question.only[facet].at(0) ?? ''}
        onChange={(event) => {
          onChange({ ...question, only: { ...question.only, [facet]: event.target.value === '' ? [] : [event.target.value] } })
        }}
      >
        <option value="">{t('builder.anyValue')}</option>
        {codes.map((code) => (
          <option key={code} value={code}>
            {valueName(facet, code)}
          </option>
        ))}
      </select>
    </label>
  )
}

function YearLimit({ question, onChange }: LimitProps) {
  const { t } = useTranslation()
  const box = (end: 'from' | 'to') => (
    <input
      inputMode="numeric"
      maxLength={4}
      aria-label={t(`narrowing.${end}`)}
      defaultValue={question.years[end] ?? ''}
      onChange={(event) => {
        const text = event.target.value.trim()
        onChange({ ...question, years: { ...question.years, [end]: /^\d{4}$/.test(text) ? Number(text) : null } })
      }}
    />
  )
  return (
    <span className={styles.years}>
      {t('builder.years')} {box('from')} – {box('to')}
    </span>
  )
}
