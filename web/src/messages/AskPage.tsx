/** Writing to the staff: a question, a wish for a reading list, something about the catalogue. */
import { LONGEST_MESSAGE, LONGEST_REPLY_TO, MESSAGE_KINDS, type MessageKind } from '@catalex/core/messages'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import MenuItem from '@mui/material/MenuItem'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import TextField from '@mui/material/TextField'
import { useMutation } from '@tanstack/react-query'
import { Controller, useForm, useWatch } from 'react-hook-form'
import { useTranslation } from 'react-i18next'
import { Link, useSearchParams } from 'react-router'
import { call } from '../shared/api.ts'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { useScope } from '../shared/scope.tsx'
import { Page } from '../ui/Page.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import styles from './messages.module.css'

interface Written {
  kind: MessageKind
  branch: string
  text: string
  likes: string
  dislikes: string
  replyTo: string
  withAbout: boolean
}

export default function AskPage() {
  const { t } = useTranslation()
  const [parameters] = useSearchParams()
  const links = useLinks()
  const { scope } = useScope()
  const { pickup } = usePlaces()
  const near = pickup(scope.at)?.at.code ?? scope.at
  const about = withinCatalogue(parameters.get('about'))
  const { mutate, data, error, isPending } = useMutation({
    mutationFn: ({ withAbout, ...written }: Written) =>
      call('sendMessage', { body: { ...written, about: withAbout && about !== null ? about.slice(0, LONGEST_ABOUT) : null } }),
  })
  const kind = MESSAGE_KINDS.find((one) => one === parameters.get('kind')) ?? 'question'
  if (data)
    return (
      <Page width={760} title={t('ask.sent')} view="sent">
        <p>{t('ask.sentText', { reference: data.reference })}</p>
        <p>
          <Link to={about ?? links.home}>{t('ask.back')}</Link>
        </p>
      </Page>
    )
  return (
    <Page width={760} title={t('ask.heading')}>
      <p className={styles.intro}>{t('ask.intro')}</p>
      {near !== '' && <Form key={kind} kind={kind} branch={near} about={about} busy={isPending} onSend={mutate} />}
      {error && <Trouble error={error} />}
    </Page>
  )
}

const LONGEST_ABOUT = 2000

/** An address is anybody's to write: one that leads elsewhere is none of ours. */
const withinCatalogue = (address: string | null): string | null => (address !== null && /^\/(?![/\\])/.test(address) ? address : null)

interface FormProps {
  kind: MessageKind
  branch: string
  /** Address that it may be about. */
  about: string | null
  busy: boolean
  onSend(written: Written): void
}

function Form({ kind, branch, about, busy, onSend }: FormProps) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const { register, control, handleSubmit, formState } = useForm<Written>({
    defaultValues: { kind, branch, text: '', likes: '', dislikes: '', replyTo: '', withAbout: true },
  })
  const chosen = useWatch({ control, name: 'kind' })
  const box = (name: 'text' | 'likes' | 'dislikes', label: string, rows: number) => (
    <TextField
      {...register(name, name === 'text' ? { validate: (value) => value.trim() !== '' } : {})}
      label={label}
      multiline
      minRows={rows}
      error={formState.errors[name] !== undefined}
      helperText={formState.errors[name] && t('ask.textNeeded')}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { maxLength: LONGEST_MESSAGE } }}
    />
  )
  return (
    <form className={styles.form} noValidate onSubmit={(event) => void handleSubmit(onSend)(event)}>
      <Controller
        control={control}
        name="kind"
        render={({ field }) => (
          <RadioGroup {...field} aria-label={t('ask.kind')}>
            {MESSAGE_KINDS.map((one) => (
              <FormControlLabel key={one} value={one} control={<Radio />} label={t(`ask.kinds.${one}`)} />
            ))}
          </RadioGroup>
        )}
      />
      <Controller
        control={control}
        name="branch"
        render={({ field }) => (
          <TextField {...field} select label={t('ask.branch')}>
            {all.branches.map(({ code, name }) => (
              <MenuItem key={code} value={code} dense>
                {name}
              </MenuItem>
            ))}
          </TextField>
        )}
      />
      {box('text', t(`ask.text.${chosen}`), 4)}
      {chosen === 'reading list' && box('likes', t('ask.likes'), 2)}
      {chosen === 'reading list' && box('dislikes', t('ask.dislikes'), 2)}
      <TextField
        {...register('replyTo')}
        label={t('ask.replyTo')}
        helperText={t('ask.replyToHelp')}
        slotProps={{ inputLabel: { shrink: true }, htmlInput: { maxLength: LONGEST_REPLY_TO } }}
      />
      {about !== null && (
        <FormControlLabel
          control={<Checkbox {...register('withAbout')} defaultChecked />}
          label={
            <>
              {t('ask.about')} <span className={styles.address}>{about}</span>
            </>
          }
        />
      )}
      <Alert severity="info" icon={false}>
        {t('ask.privacy')}
      </Alert>
      <Button type="submit" variant="contained" disabled={busy} className={styles.send}>
        {t('ask.send')}
      </Button>
    </form>
  )
}
