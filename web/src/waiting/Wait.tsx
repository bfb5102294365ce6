/** How long the wait is likely to be: a day, a span, and on demand the chance by each week. Silent where nobody can say. */
import Button from '@mui/material/Button'
import Skeleton from '@mui/material/Skeleton'
import { useQuery } from '@tanstack/react-query'
import { Suspense, useState, type ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { dayInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'
import { waitingQuery, type WaitingWish } from './queries.ts'
import { lazyPart } from '../ui/parts/lazyPart.tsx'
import styles from './waiting.module.css'

const WaitPlot = lazyPart(() => import('./WaitPlot.tsx'))

interface Props {
  wish: WaitingWish | { hold: string }
  /** Whether the likely day stands beside it already. */
  headed?: boolean
  /** Of the part of a form that it is. */
  legend?: ReactNode
  className?: string | undefined
}

export default function Wait({ wish, headed = false, legend, className }: Props) {
  const { t } = useTranslation()
  const { timeZone } = usePlaces().all
  const [open, setOpen] = useState(false)
  const { data, isPending } = useQuery(waitingQuery(wish))
  if (isPending) return <Skeleton width="70%" />
  if (!data || data.from === null) return null
  const date = (day: string) => dayInWords(day, timeZone)
  return (
    <div className={`${styles.wait ?? ''} ${className ?? ''}`}>
      {legend}
      <p>
        {!headed && data.likely && t('waiting.likely', { date: date(data.likely) })}{' '}
        {data.until === null
          ? t('waiting.fromOn', { from: date(data.from) })
          : data.until === data.from
            ? t('waiting.onDay', { date: date(data.from) })
            : t('waiting.between', { from: date(data.from), until: date(data.until) })}
      </p>
      <Button
        size="small"
        className={styles.how}
        data-screen
        aria-expanded={open}
        onClick={() => {
          setOpen(!open)
        }}
      >
        {t(open ? 'waiting.hide' : 'waiting.show')}
      </Button>
      {open && (
        <Suspense fallback={<Skeleton variant="rectangular" height={120} />}>
          <WaitPlot byWeek={data.byWeek} />
        </Suspense>
      )}
    </div>
  )
}
