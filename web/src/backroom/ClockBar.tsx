/** The clock of the demo: what time it is there, and the buttons that move it. */
import type { Clock, MoveClock } from '@catalex/contract/backroom'
import { isActive } from '@catalex/core/holds'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import TextField from '@mui/material/TextField'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { longDayInWords, momentInWords, timeInWords } from '../shared/formats.ts'
import { cardQuery } from '../shared/ownTitles.ts'
import { usePlaces } from '../shared/places.tsx'
import { useSession } from '../shared/session/session.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { useMoveClock } from './queries.ts'
import styles from './backroom.module.css'

export function ClockBar({ clock }: { clock: Clock }) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const { reader } = useSession()
  const card = useQuery({ ...cardQuery, enabled: reader !== null })
  const { mutate, error } = useMoveClock()
  const [day, setDay] = useState('')
  const branch = reader?.homeBranch
  const move = (body: MoveClock) => {
    mutate({ ...body, ...(branch ? { branch } : {}) })
  }
  const follows = card.data?.holds.some(({ state }) => isActive(state) && state !== 'ready' && state !== 'paused') ?? false
  const moving = clock.until !== null
  const state = moving
    ? t('backroom.clock.moving', { time: momentInWords(clock.until ?? '', all.timeZone) })
    : t(`backroom.clock.${clock.pace}`)
  return (
    <div className={styles.clock}>
      <p>
        <b>
          {longDayInWords(clock.now, all.timeZone)}, {timeInWords(clock.now, all.timeZone)}
        </b>{' '}
        <span role="status">{state}</span>
      </p>
      <div className={styles.moves}>
        <Pressed on={clock.pace === 'stands'} label={t(clock.pace === 'stands' ? 'backroom.clock.goOn' : 'backroom.clock.pause')} onPress={() => { move({ pace: clock.pace === 'stands' ? 'usual' : 'stands' }) }} />
        <Pressed on={clock.pace === 'fast'} label={t(clock.pace === 'fast' ? 'backroom.clock.slow' : 'backroom.clock.hurry')} onPress={() => { move({ pace: clock.pace === 'fast' ? 'usual' : 'fast' }) }} />
        <Pressed label={t('backroom.clock.hour')} onPress={() => { move({ move: 'hour' }) }} />
        <Pressed label={t('backroom.clock.opening')} onPress={() => { move({ move: 'opening' }) }} />
        <Pressed label={t('backroom.clock.day')} onPress={() => { move({ move: 'day' }) }} />
        <form
          className={styles.toDay}
          onSubmit={(event) => {
            event.preventDefault()
            if (day !== '') move({ to: day })
          }}
        >
          <TextField
            type="date"
            size="small"
            value={day}
            onChange={({ target }) => {
              setDay(target.value)
            }}
            slotProps={{ htmlInput: { 'aria-label': t('backroom.clock.date') } }}
          />
          <Pressed label={t('backroom.clock.go')} submit />
        </form>
        {moving && <Pressed label={t('backroom.clock.stop')} onPress={() => { move({ move: 'stop' }) }} />}
        {follows ? (
          <Button variant="contained" color="secondary" onClick={() => { move({ move: 'ready' }) }}>
            {t('backroom.clock.ready')}
          </Button>
        ) : (
          <span className={styles.aside}>{t(reader ? 'backroom.clock.nothingComes' : 'backroom.clock.signIn')}</span>
        )}
      </div>
      {moving && <LinearProgress variant="determinate" value={wayOf(clock)} aria-label={t('backroom.clock.way')} />}
      {error && <Trouble error={error} />}
    </div>
  )
} // prettier-ignore

/** Of a hundred. */
function wayOf({ now, from, until }: Clock): number {
  const [start, end] = [Date.parse(from ?? now), Date.parse(until ?? now)]
  return end > start ? Math.min(100, (100 * (Date.parse(now) - start)) / (end - start)) : 100
}

interface PressedProps {
  label: string
  on?: boolean
  submit?: boolean
  onPress?: () => void
}

const Pressed = ({ label, on, submit, onPress }: PressedProps) => (
  <Button size="small" variant="outlined" color="inherit" type={submit ? 'submit' : 'button'} aria-pressed={on} onClick={onPress}>
    {label}
  </Button>
)
