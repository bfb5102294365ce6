/** Years of publication as a histogram, with a span to choose and the last five or ten years at one press. */
import type { SearchAnswer } from '@catalex/contract/search'
import { BarController, BarElement, CategoryScale, Chart, LinearScale } from 'chart.js'
import { useState, type SubmitEvent } from 'react'
import { Bar } from 'react-chartjs-2'
import { useTranslation } from 'react-i18next'
import { nowIn } from '../app/formats.ts'
import { usePlaces } from '../app/places.tsx'
import type { Question } from './address.ts'
import styles from './narrowing.module.css'

Chart.register(BarController, BarElement, CategoryScale, LinearScale)

interface Props {
  question: Question
  years: SearchAnswer['years']
  onChange(next: Question): void
}

/** Bars that fit the column. */
const MOST_BARS = 24

export default function Years({ question, years, onChange }: Props) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const thisYear = nowIn(all.timeZone).year
  const choose = (from: number | null, to: number | null) => {
    onChange({ ...question, years: { from, to }, page: 1 })
  }
  const sinceCount = (from: number) => years.filter(({ year }) => year >= from).reduce((sum, { count }) => sum + count, 0)
  if (years.length === 0) return <p className={styles.count}>{t('narrowing.noYears')}</p>
  const bins = binsOf(years)
  return (
    <>
      <div className={styles.chart}>
        <Bar
          role="img"
          aria-label={t('narrowing.histogram', { from: years[0].year, to: years[years.length - 1].year })}
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
        first={years[0].year}
        last={years[years.length - 1].year}
        onChoose={choose}
      />
      <p className={styles.recent}>
        {[5, 10].map(
          (n) =>
            sinceCount(thisYear - n + 1) > 0 && (
              <button
                key={n}
                type="button"
                onClick={() => {
                  choose(thisYear - n + 1, null)
                }}
              >
                {t('narrowing.lastYears', { n })}
              </button>
            ),
        )}
      </p>
    </>
  )
}

interface Bin {
  from: number
  to: number
  count: number
}

/** Years in equal spans, as many as fit. */
function binsOf(years: SearchAnswer['years']): Bin[] {
  const first = years[0].year
  const last = years[years.length - 1].year
  const width = Math.max(1, Math.ceil((last - first + 1) / MOST_BARS))
  const bins = Array.from({ length: Math.ceil((last - first + 1) / width) }, (_, i): Bin => ({
    from: first + i * width,
    to: first + i * width + width - 1,
    count: 0,
  }))
  for (const { year, count } of years) bins[Math.floor((year - first) / width)].count += count
  return bins
}

function colours(bins: Bin[], { years: { from, to } }: Question): string[] {
  const style = getComputedStyle(document.documentElement)
  const [on, off] = [style.getPropertyValue('--action'), style.getPropertyValue('--line')]
  const chosen = from !== null || to !== null
  return bins.map((bin) => (!chosen || (bin.to >= (from ?? 0) && bin.from <= (to ?? 9999)) ? on : off))
}

function Span({
  question,
  first,
  last,
  onChoose,
}: {
  question: Question
  first: number
  last: number
  onChoose(from: number | null, to: number | null): void
}) {
  const { t } = useTranslation()
  const [from, setFrom] = useState(question.years.from === null ? '' : String(question.years.from))
  const [to, setTo] = useState(question.years.to === null ? '' : String(question.years.to))
  const yearIn = (text: string) => (/^\d{4}$/.test(text.trim()) ? Number(text) : null)
  const submit = (event: SubmitEvent) => {
    event.preventDefault()
    onChoose(yearIn(from), yearIn(to))
  }
  return (
    <form className={styles.span} onSubmit={submit}>
      <input
        inputMode="numeric"
        maxLength={4}
        value={from}
        placeholder={String(first)}
        aria-label={t('narrowing.from')}
        onChange={(event) => {
          setFrom(event.target.value)
        }}
      />
      <span>–</span>
      <input
        inputMode="numeric"
        maxLength={4}
        value={to}
        placeholder={String(last)}
        aria-label={t('narrowing.to')}
        onChange={(event) => {
          setTo(event.target.value)
        }}
      />
      <button type="submit">{t('narrowing.applyYears')}</button>
    </form>
  )
}
