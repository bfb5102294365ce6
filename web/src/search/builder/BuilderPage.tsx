/** Builds a search: rows of field, match and words, limits beforehand, the count as rows change. It writes the box's own query. */
import {
  BUILDER_FIELDS,
  BUILDER_JOINS,
  cqlFrom,
  EMPTY_QUESTION,
  matchesFor,
  questionFromAddress,
  rowsFromQuery,
  type BuilderRow,
  type Question,
} from '@catalex/core/query'
import CloseIcon from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState, type SubmitEvent } from 'react'
import { useTranslation } from 'react-i18next'
import { useNavigate, useSearchParams } from 'react-router'
import { useLinks } from '../../shared/links.ts'
import { useScope } from '../../shared/scope.tsx'
import { useValueName } from '../../shared/valueNames.ts'
import { Page } from '../../ui/Page.tsx'
import { Trouble } from '../../ui/Trouble.tsx'
import { countQuery, searchQuery } from '../queries.ts'
import styles from './builder.module.css'

const EMPTY_ROW: BuilderRow = { join: 'and', field: 'anywhere', match: 'all', words: '' }
const LIMITS = ['language', 'audience', 'form'] as const

export default function BuilderPage() {
  const { t } = useTranslation()
  const navigate = useNavigate()
  const links = useLinks()
  const { chosen: scope } = useScope()
  const [parameters] = useSearchParams()
  const [asked, setAsked] = useState<Question>(() => questionFromAddress(parameters))
  // What stood in the box comes along, as rows that find the same.
  const [rows, setRows] = useState<BuilderRow[]>(() => (asked.q === '' ? [EMPTY_ROW] : rowsFromQuery(asked.q)))
  const q = cqlFrom(rows)
  const question: Question = { ...asked, q, field: 'anywhere', page: 1 }
  const { data, error, refetch } = useQuery({ ...countQuery(useDeferredValue(question), scope), enabled: q !== '' })
  const { data: everything } = useQuery(searchQuery(EMPTY_QUESTION, scope))
  const set = (at: number, change: Partial<BuilderRow>) => {
    setRows(rows.map((row, i) => (i === at ? fitting({ ...row, ...change }) : row)))
  }
  const submit = (event: SubmitEvent) => {
    event.preventDefault()
    void navigate(links.search(question))
  }
  return (
    <Page width={940} title={t('builder.heading')}>
      <form onSubmit={submit}>
        <p className={styles.intro}>{t('builder.intro')}</p>
        <ol className={styles.rows}>
          {rows.map((row, i) => (
            <li key={i}>
              {i === 0 ? (
                <span />
              ) : (
                <Choice
                  label={t('builder.join')}
                  values={BUILDER_JOINS}
                  value={row.join}
                  name={(join) => t(`builder.joins.${join}`)}
                  onChange={(join) => {
                    set(i, { join })
                  }}
                />
              )}
              <Choice
                label={t('builder.field')}
                values={BUILDER_FIELDS}
                value={row.field}
                name={(field) => t(`builder.fields.${field}`)}
                onChange={(field) => {
                  set(i, { field })
                }}
              />
              <Choice
                label={t('builder.match')}
                values={matchesFor(row.field)}
                value={row.match}
                name={(match) => t(`builder.matches.${match}`)}
                onChange={(match) => {
                  set(i, { match })
                }}
              />
              <TextField
                value={row.words}
                slotProps={{ htmlInput: { 'aria-label': t('builder.words'), maxLength: 500 } }}
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
        {error && <Trouble error={error} onRetry={() => void refetch()} />}
        <div className={styles.end}>
          <span role="status">{q === '' ? t('builder.empty') : ''}</span>
          <Button type="submit" variant="contained" disabled={q === ''}>
            {t('builder.show', { count: q === '' ? 0 : (data?.count ?? 0) })}
          </Button>
        </div>
      </form>
    </Page>
  )
}

/** A match that the field doesn't know gives way to the plainest. */
const fitting = (row: BuilderRow): BuilderRow => (matchesFor(row.field).includes(row.match) ? row : { ...row, match: 'all' })

interface ChoiceProps<T extends string> {
  label: string
  values: readonly T[]
  value: T
  name(value: T): string
  onChange(value: T): void
}

function Choice<T extends string>({ label, values, value, name, onChange }: ChoiceProps<T>) {
  return (
    <TextField
      select
      value={value}
      slotProps={{ select: { inputProps: { 'aria-label': label } } }}
      onChange={(event) => {
        const chosen = values.find((one) => one === event.target.value)
        if (chosen !== undefined) onChange(chosen)
      }}
    >
      {values.map((one) => (
        <MenuItem key={one} value={one} dense>
          {name(one)}
        </MenuItem>
      ))}
    </TextField>
  )
}

interface LimitProps {
  question: Question
  onChange(next: Question): void
}

function Limit({ facet, codes, question, onChange }: LimitProps & { facet: (typeof LIMITS)[number]; codes: string[] }) {
  const { t } = useTranslation()
  const valueName = useValueName()
  const chosen = question.only[facet].at(0) ?? ''
  return (
    <TextField
      select
      label={t(`narrowing.names.${facet}`)}
      value={chosen}
      sx={{ minWidth: '9rem' }}
      slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
      onChange={(event) => {
        onChange({ ...question, only: { ...question.only, [facet]: event.target.value === '' ? [] : [event.target.value] } })
      }}
    >
      <MenuItem value="" dense>
        {t('builder.anyValue')}
      </MenuItem>
      {[...new Set([...codes, ...(chosen === '' ? [] : [chosen])])].map((code) => (
        <MenuItem key={code} value={code} dense>
          {valueName(facet, code)}
        </MenuItem>
      ))}
    </TextField>
  )
}

function YearLimit({ question, onChange }: LimitProps) {
  const { t } = useTranslation()
  const box = (end: 'from' | 'to') => (
    <TextField
      label={t(`narrowing.${end}`)}
      defaultValue={question.years[end] ?? ''}
      sx={{ width: '7rem' }}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { inputMode: 'numeric', maxLength: 4 } }}
      onChange={(event) => {
        const text = event.target.value.trim()
        onChange({ ...question, years: { ...question.years, [end]: /^\d{4}$/.test(text) ? Number(text) : null } })
      }}
    />
  )
  return (
    <>
      {box('from')}
      {box('to')}
    </>
  )
}
