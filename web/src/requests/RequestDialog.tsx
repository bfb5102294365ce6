/** The form of a request, filled in with what is known; what it costs is agreed to beside the one button. */
import { familyOf } from '@catalex/core/catalogue'
import { scanCost } from '@catalex/core/requests'
import type { ReaderRequest } from '@catalex/contract/requests'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useTheme } from '@mui/material/styles'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useState } from 'react'
import { useForm, useWatch } from 'react-hook-form'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { Agreeing } from '../holds/form/Agreeing.tsx'
import { amountInWords } from '../shared/formats.ts'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { problemInWords } from '../shared/problems.ts'
import { useScope } from '../shared/scope.tsx'
import { useSession } from '../shared/session/session.tsx'
import { useBackCloses } from '../shared/useBackCloses.ts'
import { DialogHead } from '../ui/DialogHead.tsx'
import { useMakeRequest } from './queries.ts'
import type { Offered, Wanted } from './wanted.ts'
import styles from './requests.module.css'

interface Props {
  offered: Offered
  wanted: Wanted
  onClose(): void
}

interface Filled {
  title: string
  author: string
  published: string
  number: string
  note: string
  part: string
  pages: string
  pickup: string
}

const LONGEST: Record<keyof Filled, number> = { title: 500, author: 300, published: 200, number: 60, note: 500, part: 300, pages: 3, pickup: 100 } // prettier-ignore

export default function RequestDialog({ offered, wanted, onClose }: Props) {
  const { t } = useTranslation()
  useBackCloses(onClose)
  const phone = useMediaQuery(useTheme().breakpoints.down('sm'))
  const [made, setMade] = useState<ReaderRequest | null>(null)
  return (
    <Dialog open onClose={onClose} fullScreen={phone} maxWidth="sm" fullWidth aria-labelledby="request-heading">
      <div className={styles.band} style={{ background: `var(--family-${familyOf(wanted.carrier ?? 'book')})` }} />
      <DialogHead id="request-heading" title={t(`requests.heading.${offered.kind}`)} onClose={onClose} />
      {made ? <Made request={made} onClose={onClose} /> : <Form offered={offered} wanted={wanted} onMade={setMade} />}
    </Dialog>
  )
}

function Form({ offered: { kind, offer }, wanted, onMade }: Omit<Props, 'onClose'> & { onMade(request: ReaderRequest): void }) {
  const { t } = useTranslation()
  const { all, pickups } = usePlaces()
  const { scope } = useScope()
  const { reader, askToSignIn } = useSession()
  const make = useMakeRequest()
  const [agreed, setAgreed] = useState(0)
  const { controlNumber, carrier: _, ...known } = wanted
  const { register, control, handleSubmit, formState } = useForm<Filled>({
    defaultValues: { ...known, note: '', part: '', pages: '', pickup: scope.at },
  })
  const pages = Number(useWatch({ control, name: 'pages' })) || 0
  const cost = kind === 'scan' ? scanCost(offer, Math.max(1, pages)) : kind === 'outside' ? offer.cost : 0
  const tooMany = kind === 'scan' && pages > offer.mostPages
  const submit = async ({ title, author, published, number, note, part, pickup }: Filled) => {
    if (!reader && !(await askToSignIn())) return
    const said = { author, published, number, note, ...(kind === 'scan' ? { part } : {}) }
    make.mutate(
      {
        kind,
        title: title.trim(),
        cost,
        ...(Object.fromEntries(Object.entries(said).filter(([, value]) => value.trim() !== '')) as Partial<typeof said>),
        ...(controlNumber === null ? {} : { controlNumber }),
        ...(kind === 'scan' ? { barcode: offer.barcode, pages: Math.max(1, pages) } : {}),
        ...(kind === 'outside' ? { pickup } : {}),
      },
      { onSuccess: onMade },
    )
  }
  const box = (name: keyof Filled, { needed = false, ...more }: { needed?: boolean; multiline?: boolean; helperText?: string } = {}) => (
    <TextField
      {...register(name, needed ? { validate: (value) => value.trim() !== '' } : {})}
      size="small"
      label={t(`requests.fields.${name}`)}
      error={formState.errors[name] !== undefined}
      {...more}
      {...(formState.errors[name] ? { helperText: t('requests.needed') } : {})}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { maxLength: LONGEST[name] } }}
    />
  )
  return (
    <form className={styles.form} noValidate onSubmit={(event) => void handleSubmit(submit)(event)}>
      <div className={styles.fields}>
        {box('title', { needed: true })}
        {kind === 'scan' ? (
          <>
            {box('part', { needed: true })}
            {box('pages', { needed: true, helperText: t('requests.most', { count: offer.mostPages }) })}
          </>
        ) : (
          <>
            {box('author')}
            {box('published')}
            {box('number')}
          </>
        )}
        {kind === 'outside' && (
          <TextField {...register('pickup')} select size="small" label={t('hold.where')} defaultValue={scope.at}>
            {pickups.map(({ code, name }) => (
              <MenuItem key={code} value={code} dense>
                {name}
              </MenuItem>
            ))}
          </TextField>
        )}
        {box('note', { multiline: true })}
        {make.error && <Alert severity="error">{problemInWords(t, make.error, all)}</Alert>}
      </div>
      <div className={styles.foot}>
        <div>
          <p role="status">
            {tooMany
              ? t('refusals.too-many-pages', { limit: offer.mostPages })
              : [
                  t(`requests.read.${kind}`, { count: offer?.days ?? 0 }),
                  cost === 0 ? t('hold.costsNothing') : t('hold.costs', { amount: amountInWords(cost) }),
                ].join(' ')}
          </p>
          <Agreeing cost={cost} agreed={agreed} onAgree={setAgreed} />
        </div>
        <Button type="submit" variant="contained" size="large" disabled={agreed < cost || tooMany || make.isPending}>
          {t(reader ? 'requests.send' : 'requests.signInFirst')}
        </Button>
      </div>
    </form>
  )
}

/** Proof that it was taken down, with what to name when asking about it. */
function Made({ request, onClose }: { request: ReaderRequest; onClose(): void }) {
  const { t } = useTranslation()
  const links = useLinks()
  return (
    <div className={styles.made}>
      <h3 role="status">{t('requests.made')}</h3>
      <p>{t('requests.madeText', { title: request.title, reference: request.reference })}</p>
      <div className={styles.actions}>
        <Button variant="outlined" component={Link} to={links.card}>
          {t('hold.toCard')}
        </Button>
        <Button variant="contained" autoFocus onClick={onClose}>
          {t('app.close')}
        </Button>
      </div>
    </div>
  )
}
