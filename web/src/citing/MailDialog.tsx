/** Titles by mail: to oneself, or to somebody who asked. */
import { MOST_CITED } from '@catalex/contract/citing'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import TextField from '@mui/material/TextField'
import { useMutation } from '@tanstack/react-query'
import { useForm } from 'react-hook-form'
import { useTranslation } from 'react-i18next'
import { call } from '../shared/api.ts'
import { language } from '../shared/i18n.ts'
import { usePlaces } from '../shared/places.tsx'
import { problemInWords } from '../shared/problems.ts'
import { useBackCloses } from '../shared/useBackCloses.ts'
import { DialogHead } from '../ui/DialogHead.tsx'
import styles from './citing.module.css'

interface Props {
  /** Control numbers. */
  titles: readonly string[]
  onClose(): void
}

export default function MailDialog({ titles, onClose }: Props) {
  useBackCloses(onClose)
  const { t } = useTranslation()
  const { all } = usePlaces()
  const { register, handleSubmit, formState } = useForm({ defaultValues: { to: '' } })
  const sent = titles.slice(0, MOST_CITED)
  const mail = useMutation({ mutationFn: ({ to }: { to: string }) => call('mailTitles', { body: { to: to.trim(), titles: [...sent], language: language() } }) }) // prettier-ignore
  const fault = formState.errors.to
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth aria-labelledby="mail-heading">
      <DialogHead id="mail-heading" title={t('mail.heading', { count: sent.length })} onClose={onClose} />
      {mail.isSuccess ? (
        <>
          <p role="status" className={styles.body}>
            {t('mail.sent', { to: mail.variables.to.trim() })}
          </p>
          <DialogActions>
            <Button variant="contained" autoFocus onClick={onClose}>
              {t('app.close')}
            </Button>
          </DialogActions>
        </>
      ) : (
        <form
          noValidate
          onSubmit={(event) => {
            void handleSubmit((given) => {
              mail.mutate(given)
            })(event)
          }}
        >
          <div className={styles.body}>
            <p>{t('mail.what')}</p>
            {sent.length < titles.length && <p>{t('mail.first', { count: sent.length, all: titles.length })}</p>}
            <TextField
              fullWidth
              type="email"
              label={t('mail.to')}
              autoComplete="email"
              error={fault !== undefined}
              helperText={fault ? t('mail.noAddress') : ' '}
              {...register('to', { required: true, maxLength: 254, pattern: /^\s*[^\s@]+@[^\s@.]+(\.[^\s@.]+)+\s*$/ })}
            />
            {mail.error && <Alert severity="error">{problemInWords(t, mail.error, all)}</Alert>}
          </div>
          <DialogActions>
            <Button type="submit" variant="contained" disabled={mail.isPending}>
              {t('mail.send')}
            </Button>
          </DialogActions>
        </form>
      )}
    </Dialog>
  )
}
