/** A new PIN for who has forgotten it, by a code that goes to the address on file. */
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { call } from '../shared/api.ts'
import { cardInputMode } from '../shared/cards.ts'
import { usePlaces } from '../shared/places.tsx'
import { SecretField } from '../ui/SecretField.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import styles from './signingIn.module.css'

const SHRUNK = { inputLabel: { shrink: true } }

/** @param card as it was typed so far */
export function NewPin({ card: typed, onDone }: { card: string; onDone(isSet: boolean): void }) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const [card, setCard] = useState(typed)
  const [code, setCode] = useState('')
  const [newPin, setNewPin] = useState('')
  const ask = useMutation({ mutationFn: () => call('askForPin', { body: { card } }) })
  const choose = useMutation({ mutationFn: () => call('choosePin', { body: { card, code, newPin } }) })
  const send = async () => {
    if (card.trim() !== '') await ask.mutateAsync().catch(() => null)
  }
  const set = async () => {
    const done = await choose.mutateAsync().then(
      () => true,
      () => false,
    )
    if (done) onDone(true)
  }
  return (
    <form
      className={styles.signIn}
      onSubmit={(event) => {
        event.preventDefault()
        void (ask.isSuccess ? set() : send())
      }}
      noValidate
    >
      <p>{t('signIn.newPin.text')}</p>
      <TextField label={t('signIn.card')} value={card} onChange={({ target }) => { setCard(target.value) }} disabled={ask.isSuccess} autoFocus autoComplete="username" slotProps={{ ...SHRUNK, htmlInput: { inputMode: cardInputMode(all.cards) } }} />
      {ask.isSuccess && (
        <>
          <Alert severity="info" icon={false}>{t('signIn.newPin.sent')}</Alert>
          <TextField label={t('signIn.newPin.code')} value={code} onChange={({ target }) => { setCode(target.value) }} autoFocus autoComplete="one-time-code" slotProps={{ ...SHRUNK, htmlInput: { autoCapitalize: 'characters', spellCheck: false } }} />
          <SecretField label={t('signIn.newPin.choose')} value={newPin} onChange={({ target }) => { setNewPin(target.value) }} autoComplete="new-password" />
        </>
      )}
      {(choose.error ?? ask.error) && <Trouble error={choose.error ?? ask.error} />}
      <Button type="submit" variant="contained" disabled={ask.isPending || choose.isPending}>
        {t(ask.isSuccess ? 'signIn.newPin.set' : 'signIn.newPin.send')}
      </Button>
      <Button onClick={() => { onDone(false) }}>{t('signIn.newPin.back')}</Button>
    </form>
  )
} // prettier-ignore
