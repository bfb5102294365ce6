/** Where it is collected: each pickup location with where the copy comes from, what it costs, or why not. */
import type { HoldOptions, PickupOption } from '@catalex/contract/holds'
import { spansOn } from '@catalex/core/calendar'
import Button from '@mui/material/Button'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import Skeleton from '@mui/material/Skeleton'
import { DateTime } from 'luxon'
import { useEffect, useRef, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { momentInWords, now } from '../../shared/formats.ts'
import { hoursOf, usePlaces } from '../../shared/places.tsx'
import { refusalInWords } from '../../shared/problems.ts'
import { priceInWords } from '../price.ts'
import { useWhence } from './useWhence.ts'
import styles from '../holds.module.css'

/** Shown at first; the rest at one press. */
const FIRST = 5

interface Props {
  options: HoldOptions | undefined
  /** Whether the options are those of another wish, with new ones on their way. */
  stale: boolean
  pickup: string
  onChange(pickup: string): void
}

export function Where({ options, stale, pickup, onChange }: Props) {
  const { t } = useTranslation()
  const [more, setMore] = useState(false)
  const [first] = useState(pickup)
  // The reader's own place first, then those that a copy reaches straight, the soonest first, then queues and refusals; kept so while choosing.
  const rank = (option: PickupOption) => (option.pickup === first ? 0 : option.refusal ? 3 : option.queue ? 2 : 1)
  const comes = ({ delivery }: PickupOption) => (delivery ? Date.parse(delivery.inHand) : 0)
  const sorted = [...(options?.pickups ?? [])].sort((a, b) => rank(a) - rank(b) || comes(a) - comes(b))
  const shown = more ? sorted : sorted.filter((option, i) => i < FIRST || option.pickup === pickup)
  // The button that shows the rest goes away: the focus goes on to the first that it brought.
  const firstNew = useRef<HTMLInputElement>(null)
  useEffect(() => {
    if (more) firstNew.current?.focus()
  }, [more])
  return (
    <fieldset className={styles.part} aria-busy={stale}>
      <legend>{t('hold.where')}</legend>
      {!options && <Skeleton variant="rectangular" height={150} />}
      <RadioGroup
        aria-label={t('hold.where')}
        value={pickup}
        onChange={(_, code) => {
          onChange(code)
        }}
      >
        {shown.map((option, i) => (
          <label key={option.pickup} className={styles.choice} data-chosen={option.pickup === pickup}>
            <Radio value={option.pickup} slotProps={i === FIRST ? { input: { ref: firstNew } } : undefined} />
            <Option option={option} />
          </label>
        ))}
      </RadioGroup>
      {shown.length < sorted.length && (
        <Button
          size="small"
          onClick={() => {
            setMore(true)
          }}
        >
          {t('hold.more', { count: sorted.length - shown.length })}
        </Button>
      )}
      <Desk code={pickup} />
    </fieldset>
  )
}

function Option({ option }: { option: PickupOption }) {
  const { t } = useTranslation()
  const { pickupName, all } = usePlaces()
  const whence = useWhence()
  const { pickup: code, delivery, refusal } = option
  return (
    <>
      <span className={styles.name}>{pickupName(code)}</span>
      {refusal ? (
        <span className={styles.refused}>{refusalInWords(t, refusal, all)}</span>
      ) : (
        <>
          <span className={styles.soft}>{whence(option)}</span>
          <span className={styles.when}>{delivery && momentInWords(delivery.inHand, all.timeZone)}</span>
          <span className={styles.cost}>{priceInWords(t, option)}</span>
        </>
      )}
    </>
  )
}

/** What somebody who collects here needs to know. */
function Desk({ code }: { code: string }) {
  const { t } = useTranslation()
  const { pickup, all } = usePlaces()
  const point = pickup(code)
  if (!point) return null
  const { desk, bring, holdShelfDays, loan } = point
  const time = DateTime.fromMillis(now(), { zone: all.timeZone })
  const today = spansOn(hoursOf(point), time)
  // What is over is of no use to whoever reads it now.
  const hours = today
    .filter(([, until]) => until > time)
    .map(([from, until]) => `${from.toFormat('HH:mm')}–${until.toFormat('HH:mm')}`)
    .join(', ')
  const shut = t(today.length > 0 ? 'hold.shutByNow' : 'hold.shutToday')
  return (
    <p className={styles.soft}>
      {t('hold.desk', { desk, bring, hours: hours === '' ? shut : t('hold.open', { hours }) })}{' '}
      {t('hold.keptDays', { count: holdShelfDays })} {loan}
    </p>
  )
}
