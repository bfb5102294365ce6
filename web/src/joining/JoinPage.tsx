/** A new card: what one card is good for, the form, and what has still to be done in person. */
import type { Apply, Joining } from '@catalex/contract/joining'
import { MAIL_ADDRESS, needsGuardian } from '@catalex/core/card'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useMutation } from '@tanstack/react-query'
import { Controller, useForm, useWatch } from 'react-hook-form'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { call } from '../shared/api.ts'
import { now } from '../shared/formats.ts'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { useScope } from '../shared/scope.tsx'
import { useSession } from '../shared/session/session.tsx'
import { Page } from '../ui/Page.tsx'
import { HelpAtHand } from '../ui/HelpAtHand.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import styles from './joining.module.css'

export default function JoinPage() {
  const { t } = useTranslation()
  const { all, shelved, branchName } = usePlaces()
  const { askToSignIn } = useSession()
  const links = useLinks()
  const apply = useMutation({ mutationFn: (body: Apply) => call('applyForCard', { body }) })
  const { joining } = all
  if (apply.data)
    return (
      <Page width={760} title={t('joining.sent')} view="sent">
        <p>{t('joining.sentText', { branch: branchName(apply.variables.branch), reference: apply.data.reference, bring: joining?.bring ?? '' })}</p>
        <p>
          <Link to={links.home}>{t('joining.back')}</Link>
        </p>
      </Page>
    )
  return (
    <Page width={760} title={t('joining.heading')}>
      <p className={styles.intro}>
        {t('joining.oneCard', { count: shelved.filter(({ pickups }) => pickups.length > 0).length })}{' '}
        <Button size="small" onClick={() => void askToSignIn()}>{t('joining.haveOne')}</Button>
      </p>
      {joining ? <Form joining={joining} busy={apply.isPending} onSend={apply.mutate} /> : <HelpAtHand words={t('joining.atDesk')} />}
      {apply.error && <Trouble error={apply.error} />}
    </Page>
  )
} // prettier-ignore

const LOOKS_LIKE_MAIL = new RegExp(MAIL_ADDRESS)

interface Filled extends Omit<Apply, 'agreed' | 'mail' | 'telephone' | 'guardian'> {
  mail: string
  telephone: string
  guardian: string
  agreed: boolean
}

function Form({ joining, busy, onSend }: { joining: Joining; busy: boolean; onSend(body: Apply): void }) {
  const { t } = useTranslation()
  const { shelved, pickup } = usePlaces()
  const { scope } = useScope()
  const near = pickup(scope.at)?.at.code
  const desks = shelved.filter(({ pickups }) => pickups.length > 0)
  const { register, control, handleSubmit, formState } = useForm<Filled>({
    defaultValues: { name: '', born: '', address: '', mail: '', telephone: '', guardian: '', branch: near ?? desks[0]?.code ?? '', agreed: false },
  })
  const born = useWatch({ control, name: 'born' })
  const young = born !== '' && needsGuardian(born, joining.guardianUnder ?? 0, new Date(now()).toISOString().slice(0, 10))
  const send = ({ agreed, ...filled }: Filled) => {
    const { mail, ...rest } = filled
    if (agreed) onSend({ ...rest, ...(mail.trim() === '' ? {} : { mail: mail.trim() }), agreed })
  }
  const field = (name: 'name' | 'address' | 'guardian' | 'mail' | 'telephone' | 'born', needed: boolean, more: { autoComplete?: string; type?: string; maxLength: number }) => (
    <TextField
      {...register(name, { validate: (value) => (value.trim() === '' ? !needed : name !== 'mail' || LOOKS_LIKE_MAIL.test(value.trim())) })}
      label={t(`joining.fields.${name}`)}
      type={more.type ?? 'text'}
      autoComplete={more.autoComplete ?? 'off'}
      required={needed}
      error={formState.errors[name] !== undefined}
      helperText={formState.errors[name] && t(name === 'mail' ? 'joining.noMail' : 'requests.needed')}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { maxLength: more.maxLength } }}
    />
  )
  return (
    <form className={styles.form} noValidate onSubmit={(event) => void handleSubmit(send)(event)}>
      {field('name', true, { autoComplete: 'name', maxLength: 200 })}
      {field('born', true, { type: 'date', autoComplete: 'bday', maxLength: 10 })}
      {young && field('guardian', true, { maxLength: 200 })}
      {field('address', true, { autoComplete: 'street-address', maxLength: 400 })}
      {field('mail', false, { type: 'email', autoComplete: 'email', maxLength: 200 })}
      {field('telephone', false, { type: 'tel', autoComplete: 'tel', maxLength: 60 })}
      <Controller control={control} name="branch" render={({ field: choice }) => (
        <TextField {...choice} select label={t('joining.fields.branch')}>
          {desks.map(({ code, name }) => (
            <MenuItem key={code} value={code} dense>{name}</MenuItem>
          ))}
        </TextField>
      )} />
      <p>{joining.terms}</p>
      <FormControlLabel control={<Checkbox {...register('agreed', { required: true })} />} label={t('joining.agree')} />
      {formState.errors.agreed && <p role="alert" className={styles.wrong}>{t('joining.agreeNeeded')}</p>}
      <p>{t('joining.inPerson', { bring: joining.bring })}</p>
      <div>
        <Button type="submit" variant="contained" disabled={busy}>{t('joining.send')}</Button>
      </div>
    </form>
  )
} // prettier-ignore
