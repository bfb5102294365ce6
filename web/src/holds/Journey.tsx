/** A hold as a line of stops from request to hand: behind it what has happened, before it what is to come. */
import type { Hold } from '@catalex/contract/holds'
import type { HoldState } from '@catalex/core/holds'
import { useTranslation } from 'react-i18next'
import { dayInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'
import styles from './holds.module.css'
import { Stops, type Stop } from '../ui/marks/Stops.tsx'

export function Journey({ hold }: { hold: Hold }) {
  const { t } = useTranslation()
  const later = useLater(hold)
  return (
    <>
      <Stops label={t('hold.journey')} stops={useStops(hold)} waiting={isInQueue(hold)} />
      {later && <p className={styles.later}>{later}</p>}
    </>
  )
}

/** What has changed since it was told when it would come; null for nothing that a reader has to know. */
function useLater({ state, expected, promised }: Hold): string | null {
  const { t } = useTranslation()
  const { all } = usePlaces()
  if (state === 'ready' || expected === null || promised === null || expected <= promised) return null
  const [now, before] = [dayInWords(expected, all.timeZone), dayInWords(promised, all.timeZone)]
  return now === before ? null : t('card.later', { now, before })
}

/** Whether no copy is on its way to it yet. */
const isInQueue = ({ state }: Hold): boolean => state === 'waiting' || state === 'paused'

const ORDER: readonly HoldState[] = ['waiting', 'being fetched', 'in transit', 'ready']

function useStops(hold: Hold): Stop[] {
  const { t } = useTranslation()
  const { branchName, pickup, pickupName, all } = usePlaces()
  const requested = t('card.stops.requested', { date: dayInWords(hold.requested, all.timeZone) })
  const at = pickupName(hold.pickup)
  const inWords = (moment: string) => dayInWords(moment, all.timeZone)
  const last = hold.notBefore
    ? t('wishes.stops.readyFor', { branch: at, date: inWords(hold.notBefore) })
    : hold.expected && hold.state !== 'ready'
      ? t('card.stops.readyBy', { branch: at, date: inWords(hold.expected) })
      : t('card.stops.ready', { branch: at })
  if (isInQueue(hold)) {
    const paused = hold.pausedUntil
      ? t(hold.notBefore ? 'wishes.stops.fetchedOn' : 'card.stops.pausedUntil', { date: dayInWords(hold.pausedUntil, all.timeZone) })
      : t('card.stops.paused')
    const you =
      hold.state === 'paused'
        ? paused
        : hold.queue
          ? t('card.stops.you', { nth: t('app.nth', { count: hold.queue.place, ordinal: true }) })
          : t('card.stops.wait')
    return [
      { text: requested, state: 'past' },
      { text: you, state: 'now' },
      { text: last, state: 'ahead' },
    ]
  }
  const stands = ORDER.indexOf(hold.state)
  const state = (step: number): Stop['state'] => (stands > step ? 'past' : stands === step ? 'now' : 'ahead')
  const branch = pickup(hold.pickup)?.at.code ?? hold.pickup
  const sent = hold.from !== null && hold.from !== branch
  const left = hold.events.findLast(({ state: one }) => one === 'in transit')
  const shelf = branchName(hold.from ?? branch)
  return [
    { text: requested, state: 'past' },
    {
      text: left ? t('card.stops.left', { branch: shelf, date: inWords(left.at) }) : t('card.stops.fetched', { branch: shelf }),
      state: state(1),
    },
    ...(sent ? [{ text: t('card.stops.transit'), state: state(2) }] : []),
    { text: last, state: state(3) },
  ]
}
