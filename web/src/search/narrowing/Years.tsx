/** Years of publication as a histogram, with a span to choose and the last five or ten years at one press. */
import type { SearchAnswer } from '@catalex/contract/search'
import type { Question } from '@catalex/core/query'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import { BarController, BarElement, CategoryScale, Chart, LinearScale } from 'chart.js'
import { useState, type SubmitEvent } from 'react'
import { Bar } from 'react-chartjs-2'
import { useTranslation } from 'react-i18next'
import { yearNow } from '../../shared/formats.ts'
import { usePlaces } from '../../shared/places.tsx'
import styles from './narrowing.module.css'

Chart.register(BarController, BarElement, CategoryScale, LinearScale)

interface Props {
  question: Question
  years: SearchAnswer['years']
  onChange(next: Question): void
}

export default function Years({ question, years, onChange }: Props) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const choose = (from: number | null, to: number | null) => {
    onChange({ ...question, years: { from, to }, page: 1 })
  }
  const [first, last] = [years.at(0)?.year, years.at(-1)?.year]
  if (first === undefined || last === undefined) return <p className={styles.count}>{t('narrowing.noYears')}</p>
  const bins = binsOf(years, first, last)
  const recent = [5, 10].map((n) => ({ n, from: yearNow(all.timeZone) - n + 1 }))
  return (
    <>
      <div className={styles.chart}>
        <Bar
          role="img"
          aria-label={t('narrowing.histogram', { from: first, to: last })}
          data={{
            labels: bins.map((bin) => bin.from),
            datasets: [
              { data: bins.map((bin) => bin.count), backgroundColor: colours(bins, question), categoryPercentage: 1, barPercentage: 0.85 },
            ],
          }}
          options={{
            animation: false,
            responsive: true,
            maintainAspectRatio: false,
            events: ['click'],
            scales: { x: { display: false }, y: { display: false } },
            onClick: (_, [bar]) => {
              const bin = bar ? bins.at(bar.index) : undefined
              if (bin) choose(bin.from, bin.to)
            },
          }}
        />
      </div>
      <Span
        key={`${String(question.years.from)}-${String(question.years.to)}`}
        question={question}
        first={first}
        last={last}
        onChoose={choose}
      />
      {recent
        .filter(({ from }) => years.some(({ year, count }) => year >= from && count > 0))
        .map(({ n, from }) => (
          <Button
            key={n}
            size="small"
            onClick={() => {
              choose(from, null)
            }}
          >
            {t('narrowing.lastYears', { n })}
          </Button>
        ))}
    </>
  )
}

interface Bin {
  from: number
  to: number
  count: number
}

/** Bars that fit the column. */
const MOST_BARS = 24

/** Years in equal spans, as many as fit. */
export function binsOf(years: SearchAnswer['years'], first: number, last: number): Bin[] {
  const width = Math.max(1, Math.ceil((last - first + 1) / MOST_BARS))
  return Array.from({ length: Math.ceil((last - first + 1) / width) }, (_, i) => {
    const [from, to] = [first + i * width, first + i * width + width - 1]
    const inside = years.filter(({ year }) => year >= from && year <= to)
    return { from, to, count: inside.reduce((sum, { count }) => sum + count, 0) }
  })
}

function colours(bins: Bin[], { years: { from, to } }: Question): string[] {
  const style = getComputedStyle(document.documentElement)
  const [on, off] = [style.getPropertyValue('--action'), style.getPropertyValue('--line')]
  const chosen = from !== null || to !== null
  return bins.map((bin) => (!chosen || (bin.to >= (from ?? 0) && bin.from <= (to ?? 9999)) ? on : off))
}

interface SpanProps {
  question: Question
  first: number
  last: number
  onChoose(from: number | null, to: number | null): void
}

function Span({ question: { years }, first, last, onChoose }: SpanProps) {
  const { t } = useTranslation()
  const [from, setFrom] = useState(years.from === null ? '' : String(years.from))
  const [to, setTo] = useState(years.to === null ? '' : String(years.to))
  const yearIn = (text: string) => (/^\d{4}$/.test(text.trim()) ? Number(text) : null)
  const submit = (event: SubmitEvent) => {
    event.preventDefault()
    onChoose(yearIn(from), yearIn(to))
  }
  return (
    <form className={styles.span} onSubmit={submit}>
      <YearField label={t('narrowing.from')} value={from} hint={first} onChange={setFrom} />
      <span>–</span>
      <YearField label={t('narrowing.to')} value={to} hint={last} onChange={setTo} />
      <Button type="submit" size="small">
        {t('narrowing.applyYears')}
      </Button>
    </form>
  )
}

function YearField({ label, value, hint, onChange }: { label: string; value: string; hint: number; onChange(text: string): void }) {
  return (
    <TextField
      value={value}
      placeholder={String(hint)}
      slotProps={{ htmlInput: { inputMode: 'numeric', maxLength: 4, 'aria-label': label } }}
      onChange={(event) => {
        onChange(event.target.value)
      }}
    />
  )
}
