/** A hold as a line of stops from request to hand: behind it what has happened, before it what is to come. */
import type { HoldLine } from '@catalex/contract/holds'
import { useTranslation } from 'react-i18next'
import { dayInWords, nthInWords } from '../app/formats.ts'
import { usePlaces } from '../app/places.tsx'
import styles from './journey.module.css'

interface Stop {
  text: string
  state: 'past' | 'now' | 'ahead'
}

export function Journey({ hold }: { hold: HoldLine }) {
  const { t } = useTranslation()
  const stops = useStops(hold)
  const waiting = hold.state === 'waiting'
  return (
    <ol className={styles.journey} data-waiting={waiting} aria-label={t('hold.journey')}>
      {stops.map((stop) => (
        <li key={stop.text} data-state={stop.state} aria-current={stop.state === 'now' ? 'step' : undefined}>
          <span className={styles.stop} />
          <span>{stop.text}</span>
        </li>
      ))}
    </ol>
  )
}

const ORDER = ['waiting', 'being fetched', 'in transit', 'ready'] as const

function useStops(hold: HoldLine): Stop[] {
  const { t } = useTranslation()
  const { branchName, all } = usePlaces()
  const asked = t('card.stops.asked', { date: dayInWords(hold.asked, all.timeZone) })
  const last = t('card.stops.ready', { branch: branchName(hold.pickup) })
  if (hold.state === 'waiting') {
    const you = hold.line ? t('card.stops.you', { nth: nthInWords(hold.line.place) }) : t('card.stops.wait')
    return [
      { text: asked, state: 'past' },
      { text: you, state: 'now' },
      { text: last, state: 'ahead' },
    ]
  }
  const at = ORDER.indexOf(hold.state as (typeof ORDER)[number])
  const state = (step: number): Stop['state'] => (at > step ? 'past' : at === step ? 'now' : 'ahead')
  const sent = hold.from !== null && hold.from !== hold.pickup
  return [
    { text: asked, state: 'past' },
    { text: t('card.stops.fetched', { branch: branchName(hold.from ?? hold.pickup) }), state: state(1) },
    ...(sent ? [{ text: t('card.stops.transit'), state: state(2) }] : []),
    { text: last, state: state(3) },
  ]
}
