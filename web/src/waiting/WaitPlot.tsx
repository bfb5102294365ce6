/** The chance to have it by each week, as bars and in words. */
import type { Waiting } from '@catalex/contract/waiting'
import { BarController, BarElement, CategoryScale, Chart, LinearScale } from 'chart.js'
import { Bar } from 'react-chartjs-2'
import { useTranslation } from 'react-i18next'
import { dayInWords, shareInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'
import styles from './waiting.module.css'

Chart.register(BarController, BarElement, CategoryScale, LinearScale)

/** Weeks that are said in words: the first by which as many of a hundred have it. */
const TOLD = [0.1, 0.5, 0.9]

export default function WaitPlot({ byWeek }: Pick<Waiting, 'byWeek'>) {
  const { t } = useTranslation()
  const { timeZone } = usePlaces().all
  const style = getComputedStyle(document.documentElement)
  const [action, line, soft, fontFamily] = ['--action', '--line', '--soft', '--sans'].map((name) => style.getPropertyValue(name))
  const told = TOLD.flatMap((share) => byWeek.find(({ chance }) => chance >= share) ?? [])
  const words = [...new Set(told)].map(({ date, chance }) =>
    t('waiting.by', { date: dayInWords(date, timeZone), share: shareInWords(chance) }),
  )
  return (
    <figure className={styles.plot}>
      <div>
        <Bar
          role="img"
          aria-label={t('waiting.plot')}
          data={{
            labels: byWeek.map(({ date }) => dayInWords(date, timeZone).split(' ').slice(1, 3).join(' ')),
            datasets: [{ data: byWeek.map(({ chance }) => chance), backgroundColor: action, categoryPercentage: 1, barPercentage: 0.85 }],
          }}
          options={{
            animation: false,
            responsive: true,
            maintainAspectRatio: false,
            events: [],
            font: { family: fontFamily },
            scales: {
              x: { grid: { display: false }, ticks: { color: soft, maxRotation: 0, autoSkipPadding: 12 } },
              y: {
                min: 0,
                max: 1,
                grid: { color: line },
                ticks: { color: soft, stepSize: 0.5, callback: (value) => shareInWords(Number(value)) },
              },
            },
          }}
        />
      </div>
      <figcaption>{words.join(' ')}</figcaption>
    </figure>
  )
}
