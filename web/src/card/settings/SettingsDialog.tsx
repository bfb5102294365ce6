/** What a reader chooses for the card: how to be told, the home branch, the PIN. */
import type { Card, ChangeCard } from '@catalex/contract/card'
import { LANGUAGE_CODES, LANGUAGES, type Language } from '@catalex/core/languages'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { call } from '../../shared/api.ts'
import { dayInWords } from '../../shared/formats.ts'
import { useNotice } from '../../shared/notices.tsx'
import { usePlaces } from '../../shared/places.tsx'
import { useSession } from '../../shared/session/session.tsx'
import { refreshCard } from '../../shared/ownTitles.ts'
import { SecretField } from '../../ui/SecretField.tsx'
import { Trouble } from '../../ui/Trouble.tsx'
import { CalendarLink } from './CalendarLink.tsx'
import { ChangeDialog } from '../ChangeDialog.tsx'
import styles from '../card.module.css'

export default function SettingsDialog({ card, onClose }: { card: Card; onClose(): void }) {
  const { t } = useTranslation()
  const { shelved, all } = usePlaces()
  const { asReader } = useSession()
  const client = useQueryClient()
  const notify = useNotice()
  const [changes, setChanges] = useState<ChangeCard>({})
  const change = useMutation({ mutationFn: () => asReader(() => call('changeCard', { body: changes })) })
  const save = async () => {
    const done = await change.mutateAsync().catch(() => null)
    if (done === null) return
    await Promise.all([refreshCard(client), client.invalidateQueries({ queryKey: ['session'] })])
    onClose()
    notify(t('card.settings.saved'))
  }
  const language = changes.language ?? card.language
  return (
    <ChangeDialog title={t('card.settings.heading')} press={t('card.settings.save')} change={change} onPress={() => void save()} onClose={onClose}>
      {!all.bridged && card.channels.length > 0 && (
        <TextField select size="small" label={t('card.settings.told')} value={changes.notify ?? card.channels[0]?.channel ?? ''} onChange={({ target }) => { setChanges({ ...changes, notify: target.value as ChangeCard['notify'] }) }}>
          {card.channels.map(({ channel, to }) => (
            <MenuItem key={channel} value={channel}>{t(`card.told.${channel}`, { to: to ?? t('card.onFile') })}</MenuItem>
          ))}
        </TextField>
      )}
      {!all.bridged && <HowTold card={card} />}
      <TextField select size="small" label={t('card.settings.language')} value={language ?? ''} onChange={({ target }) => { setChanges({ ...changes, language: target.value as Language }) }} slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}>
        {language === null && <MenuItem value="">{t('card.settings.libraries')}</MenuItem>}
        {LANGUAGE_CODES.map((code) => (
          <MenuItem key={code} value={code} lang={code}>{LANGUAGES[code]}</MenuItem>
        ))}
      </TextField>
      <TextField select size="small" label={t('card.settings.home')} helperText={t('card.settings.homeSaid')} value={changes.homeBranch ?? card.homeBranch} onChange={({ target }) => { setChanges({ ...changes, homeBranch: target.value }) }}>
        {shelved.filter(({ code, pickups }) => pickups.length > 0 || code === card.homeBranch).map(({ code, name }) => (
          <MenuItem key={code} value={code}>{name}</MenuItem>
        ))}
      </TextField>
      <FormControlLabel
        control={<Checkbox checked={changes.history ?? card.history} onChange={(_, history) => { setChanges({ ...changes, history }) }} />}
        label={t('card.settings.history')}
      />
      <p className={styles.soft}>{t(card.history && changes.history === false ? 'card.settings.historyEnds' : 'card.settings.historySaid')}</p>
      <CalendarLink kept={card.feed} />
      {!all.bridged && <ChangePin feed={card.feed} />}
    </ChangeDialog>
  )
} // prettier-ignore

/** What comes between a choice and its arriving: the branch's word for the time being, and a message to try it. */
function HowTold({ card: { toldInstead, homeBranch } }: { card: Card }) {
  const { t } = useTranslation()
  const { all, branchName } = usePlaces()
  const { asReader } = useSession()
  const client = useQueryClient()
  const notify = useNotice()
  const { mutate, isPending, error } = useMutation({
    mutationFn: () => asReader(() => call('testNotice', {})),
    onSuccess: () => {
      notify(t('card.settings.tested'))
      return refreshCard(client)
    },
  })
  return (
    <div>
      {toldInstead && (
        <Alert severity="info" icon={false}>
          {t('card.settings.instead', { branch: branchName(homeBranch), way: t(`card.settings.ways.${toldInstead.channel}`), date: dayInWords(toldInstead.until, all.timeZone), reason: toldInstead.reason })}
        </Alert>
      )}
      <Button size="small" disabled={isPending} onClick={() => { mutate() }}>{t('card.settings.test')}</Button>
      {error && <Trouble error={error} />}
    </div>
  )
} // prettier-ignore

function ChangePin({ feed }: { feed: boolean }) {
  const { t } = useTranslation()
  const client = useQueryClient()
  const notify = useNotice()
  const [pin, setPin] = useState('')
  const [newPin, setNewPin] = useState('')
  const change = useMutation({ mutationFn: () => call('changePin', { body: { pin, newPin } }) })
  const set = async () => {
    const done = await change.mutateAsync().catch(() => null)
    if (done === null) return
    // The session that goes on has another token.
    await client.invalidateQueries({ queryKey: ['session'] })
    setPin('')
    setNewPin('')
    notify(t('card.settings.pinChanged'))
  }
  return (
    <section className={styles.newPin} aria-label={t('card.settings.pin')}>
      <SecretField size="small" label={t('card.settings.old')} value={pin} onChange={({ target }) => { setPin(target.value) }} autoComplete="current-password" />
      <SecretField size="small" label={t('card.settings.new')} helperText={[t('card.settings.newSaid'), ...(feed ? [t('card.settings.linkStays')] : [])].join(' ')} value={newPin} onChange={({ target }) => { setNewPin(target.value) }} autoComplete="new-password" />
      {change.error && <Trouble error={change.error} />}
      <Button variant="outlined" disabled={change.isPending} onClick={() => void set()}>{t('card.settings.pin')}</Button>
    </section>
  )
} // prettier-ignore
