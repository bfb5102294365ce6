/** The day on which one comes, the last on which it is of use, how one is told, and a note for staff. */
import { nearestOpenDays, spansOn } from '@catalex/core/calendar'
import { FURTHEST_DAY } from '@catalex/core/holds'
import Button from '@mui/material/Button'
import FormControlLabel from '@mui/material/FormControlLabel'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import TextField from '@mui/material/TextField'
import { AdapterLuxon } from '@mui/x-date-pickers/AdapterLuxon'
import { DatePicker } from '@mui/x-date-pickers/DatePicker'
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider'
import { DateTime } from 'luxon'
import { useTranslation } from 'react-i18next'
import { dayInWords, now } from '../../shared/formats.ts'
import { hoursOf, usePlaces } from '../../shared/places.tsx'
import type { WishesProps } from './wish.ts'
import styles from '../holds.module.css'

const LONGEST_NOTE = 300

export default function WishFields({ details, point, told, onChange }: WishesProps) {
  const { t, i18n } = useTranslation()
  // Another system that lends tells readers by itself, and its staff read no notes.
  const { bridged } = usePlaces().all
  return (
    <>
      <fieldset className={styles.part}>
        <legend>{t('wishes.days')}</legend>
        <LocalizationProvider dateAdapter={AdapterLuxon} adapterLocale={i18n.language === 'en' ? 'en-GB' : i18n.language}>
          <Days details={details} point={point} onChange={onChange} />
        </LocalizationProvider>
      </fieldset>
      {!bridged && told.length > 1 && (
        <fieldset className={styles.part}>
          <legend>{t('wishes.told')}</legend>
          <RadioGroup
            row
            aria-label={t('wishes.told')}
            value={details.notify ?? told[0]?.channel}
            onChange={(_, value) => {
              const chosen = told.find(({ channel }) => channel === value)
              onChange({ notify: chosen === told[0] ? null : (chosen?.channel ?? null) })
            }}
          >
            {told.map(({ channel, to }) => (
              <FormControlLabel
                key={channel}
                value={channel}
                control={<Radio size="small" />}
                label={t(`wishes.channels.${channel}`, { to: to ?? '' })}
              />
            ))}
          </RadioGroup>
        </fieldset>
      )}
      {!bridged && (
        <fieldset className={styles.part}>
          <legend>{t('wishes.note')}</legend>
          <TextField
            size="small"
            fullWidth
            value={details.note}
            slotProps={{ htmlInput: { maxLength: LONGEST_NOTE, 'aria-label': t('wishes.note') } }}
            helperText={t('wishes.noteHelp')}
            onChange={({ target }) => {
              onChange({ note: target.value })
            }}
          />
        </fieldset>
      )}
    </>
  )
}

function Days({ details: { notBefore, notAfter }, point, onChange }: Pick<WishesProps, 'details' | 'point' | 'onChange'>) {
  const { t } = useTranslation()
  const { timeZone: zone, bridged } = usePlaces().all
  const today = DateTime.fromMillis(now(), { zone }).startOf('day')
  const hours = point && hoursOf(point)
  const isOpen = (day: DateTime) => hours === undefined || spansOn(hours, day).length > 0
  const picker = {
    timezone: zone,
    minDate: today,
    maxDate: today.plus({ days: FURTHEST_DAY }),
    slotProps: { textField: { size: 'small' as const }, field: { clearable: true } },
  }
  const dateOf = (day: DateTime | null) => (day?.isValid ? day.toISODate() : null)
  const chosen = (iso: string | null) => (iso === null ? null : DateTime.fromISO(iso, { zone }))
  const first = chosen(notBefore)
  const nearest = first && hours && !isOpen(first) ? nearestOpenDays(hours, first, today) : []
  return (
    <>
      <div className={styles.days}>
        {!bridged && (
          <DatePicker
            {...picker}
            label={t('wishes.notBefore')}
            value={first}
            shouldDisableDate={(day) => !isOpen(day)}
            onChange={(day) => {
              onChange({ notBefore: dateOf(day) })
            }}
          />
        )}
        <DatePicker
          {...picker}
          label={t('wishes.notAfter')}
          value={chosen(notAfter)}
          onChange={(day) => {
            onChange({ notAfter: dateOf(day) })
          }}
        />
      </div>
      {nearest.length > 0 ? (
        <p>
          {t('wishes.nearest')}{' '}
          {nearest.map((day) => (
            <Button
              key={day.toISODate()}
              size="small"
              onClick={() => {
                onChange({ notBefore: day.toISODate() })
              }}
            >
              {t('wishes.take', { date: dayInWords(day.toISODate() ?? '', zone) })}
            </Button>
          ))}
        </p>
      ) : (
        notBefore === null && <p className={styles.soft}>{t('wishes.asSoon')}</p>
      )}
    </>
  )
}
