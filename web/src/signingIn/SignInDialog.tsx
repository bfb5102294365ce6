/** Signing in without leaving the place: what was being done goes on right after. */
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Dialog from '@mui/material/Dialog'
import FormControlLabel from '@mui/material/FormControlLabel'
import List from '@mui/material/List'
import ListItemButton from '@mui/material/ListItemButton'
import Skeleton from '@mui/material/Skeleton'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'react-router'
import type { Cards } from '@catalex/contract/libraries'
import type { TFunction } from 'i18next'
import { problemType } from '@catalex/contract/problem'
import { ApiProblem, call } from '../shared/api.ts'
import { cardInputMode, cardLooks, USUAL_CARDS_SHOWN } from '../shared/cards.ts'
import { usePlaces } from '../shared/places.tsx'
import { useSession } from '../shared/session/session.tsx'
import { useBackCloses } from '../shared/useBackCloses.ts'
import { isTerminal } from '../shared/session/terminal.ts'
import { DialogHead } from '../ui/DialogHead.tsx'
import { SecretField } from '../ui/SecretField.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { NewPin } from './NewPin.tsx'
import styles from './signingIn.module.css'

const isRefused = (error: unknown): boolean => error instanceof ApiProblem && error.problem.type === problemType('wrong-card-or-pin')

interface Given {
  card: string
  pin: string
  stay: boolean
}

/** @param ended whether a session ended in the middle of something */
export default function SignInDialog({ ended, onClose }: { ended: boolean; onClose(signedIn: boolean): void }) {
  const { t } = useTranslation()
  const { signIn, demo } = useSession()
  const { all } = usePlaces()
  const cards = all.cards ?? USUAL_CARDS_SHOWN
  // It stands outside of what knows the links: whatever stands in the address goes along.
  const { search } = useLocation()
  const terminal = isTerminal()
  const [error, setError] = useState<unknown>(null)
  const [forgotten, setForgotten] = useState(false)
  const [chosen, setChosen] = useState(false)
  const { register, handleSubmit, setValue, setFocus, getValues, formState } = useForm<Given>({
    defaultValues: { card: '', pin: '', stay: false },
  })
  const submit = handleSubmit(async ({ card, pin, stay }) => {
    try {
      await signIn({ card, pin, visit: terminal ? 'terminal' : stay ? 'stay' : 'usual' })
      onClose(true)
    } catch (problem) {
      setError(problem)
      setValue('pin', '')
      setFocus(isRefused(problem) ? 'card' : 'pin')
    }
  })
  /** Either of the two may be the wrong one. */
  const wrong = error !== null && isRefused(error)
  useBackCloses(() => {
    onClose(false)
  })
  const cancel = () => {
    onClose(false)
  }
  return (
    <Dialog open onClose={cancel} aria-labelledby="sign-in-heading" maxWidth="sm" fullWidth>
      <DialogHead id="sign-in-heading" title={t('signIn.heading')} onClose={cancel} />
      {forgotten ? (
        <NewPin
          card={getValues('card')}
          onDone={(isSet) => {
            setForgotten(false)
            setChosen(isSet)
            setError(null)
          }}
        />
      ) : (
        <form onSubmit={(event) => void submit(event)} className={styles.signIn} noValidate>
          {chosen && (
            <Alert severity="success" icon={false}>
              {t('signIn.newPin.done')}
            </Alert>
          )}
          {ended && (
            <Alert severity="info" icon={false}>
              {t('signIn.ended')}
            </Alert>
          )}
          {error !== null && <Trouble error={error} />}
          <TextField
            {...register('card', { required: true })}
            label={t('signIn.card')}
            error={wrong || formState.errors.card !== undefined}
            helperText={formState.errors.card ? t('signIn.cardNeeded') : cardHelp(t, cards)}
            autoFocus
            autoComplete="username"
            slotProps={{ inputLabel: { shrink: true }, htmlInput: { inputMode: cardInputMode(cards) } }}
          />
          <SecretField
            {...register('pin', { required: true })}
            label={t(cards.secret === 'password' ? 'signIn.password' : 'signIn.pin')}
            error={wrong || formState.errors.pin !== undefined}
            helperText={formState.errors.pin ? t('signIn.pinNeeded') : undefined}
            autoComplete="current-password"
          />
          {!terminal && (
            <FormControlLabel
              control={<Checkbox size="small" {...register('stay')} />}
              label={
                <>
                  {t('signIn.stay')} <span className={styles.soft}>{t('signIn.stayHelp')}</span>
                </>
              }
            />
          )}
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            {t('signIn.submit')}
          </Button>
          {/* Where another system lends, PINs are its own. */}
          {!all.bridged && (
            <p className={styles.soft}>
              {t('signIn.forgot')}{' '}
              <Button
                size="small"
                onClick={() => {
                  setForgotten(true)
                }}
              >
                {t('signIn.newPin.open')}
              </Button>
            </p>
          )}
          <p className={styles.soft}>
            {t('signIn.none')}{' '}
            <Link to={`/join${search}`} onClick={cancel}>
              {t('signIn.join')}
            </Link>
          </p>
        </form>
      )}
      {demo && !forgotten && (
        <Samples
          onChoose={(card, pin) => {
            setValue('card', card)
            setValue('pin', pin)
            setFocus('pin')
          }}
        />
      )}
    </Dialog>
  )
}

function cardHelp(t: TFunction<'app'>, cards: Cards): string {
  const looks = cardLooks(cards)
  return [cards.where, t(cards.padded === true ? 'signIn.cardLooksPadded' : 'signIn.cardLooks', { looks })].filter(Boolean).join(' ')
}

function Samples({ onChoose }: { onChoose(card: string, pin: string): void }) {
  const { t } = useTranslation()
  const { data } = useQuery({ queryKey: ['sampleCards'], queryFn: ({ signal }) => call('sampleCards', {}, { signal }) })
  return (
    <section className={styles.samples} aria-labelledby="samples-heading">
      <Typography variant="h3" id="samples-heading">
        {t('signIn.samples')}
      </Typography>
      <p className={styles.soft}>{t('signIn.samplesHelp')}</p>
      {!data && <Skeleton variant="rectangular" height={120} />}
      <List dense disablePadding className={styles.sampleList}>
        {data?.map(({ card, pin, name, situation }) => (
          <li key={card}>
            <ListItemButton
              className={styles.sample}
              divider
              onClick={() => {
                onChoose(card, pin)
              }}
            >
              <b>{name}</b>
              <span className={styles.number}>
                {card} · {pin}
              </span>
              <span className={styles.soft}>{situation}</span>
            </ListItemButton>
          </li>
        ))}
      </List>
    </section>
  )
}
