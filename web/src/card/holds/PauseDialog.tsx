/** Pausing a hold, until a day or until its reader lets it go on. */
import type { Hold } from '@catalex/contract/holds'
import { FURTHEST_DAY } from '@catalex/core/holds'
import { AdapterLuxon } from '@mui/x-date-pickers/AdapterLuxon'
import { DatePicker } from '@mui/x-date-pickers/DatePicker'
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider'
import { DateTime } from 'luxon'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useChangeHold } from '../../holds/queries.ts'
import { dayInWords, now } from '../../shared/formats.ts'
import { useNotice } from '../../shared/notices.tsx'
import { usePlaces } from '../../shared/places.tsx'
import { ChangeDialog } from '../ChangeDialog.tsx'

export default function PauseDialog({ hold, onClose }: { hold: Hold; onClose(): void }) {
  const { t, i18n } = useTranslation()
  const { timeZone: zone } = usePlaces().all
  const notify = useNotice()
  const change = useChangeHold(hold.id)
  const [until, setUntil] = useState<string | null>(null)
  const today = DateTime.fromMillis(now(), { zone }).startOf('day')
  const pause = async () => {
    const done = await change.mutateAsync({ paused: { until } }).catch(() => null)
    if (done === null) return
    onClose()
    const { title } = hold
    notify(until === null ? t('card.change.paused', { title }) : t('card.change.pausedUntil', { title, date: dayInWords(until, zone) }))
  }
  return (
    <ChangeDialog
      title={t('card.change.pauseTitle', { title: hold.title })}
      press={t('card.change.pausePress')}
      change={change}
      onPress={() => void pause()}
      onClose={onClose}
    >
      <p>{t('card.change.pauseText')}</p>
      <LocalizationProvider dateAdapter={AdapterLuxon} adapterLocale={i18n.language === 'en' ? 'en-GB' : i18n.language}>
        <DatePicker
          timezone={zone}
          label={t('card.change.until')}
          minDate={today.plus({ days: 1 })}
          maxDate={today.plus({ days: FURTHEST_DAY })}
          slotProps={{ textField: { size: 'small', helperText: t('card.change.untilSaid') }, field: { clearable: true } }}
          onChange={(day) => {
            change.reset()
            setUntil(day?.isValid ? day.toISODate() : null)
          }}
        />
      </LocalizationProvider>
    </ChangeDialog>
  )
}
