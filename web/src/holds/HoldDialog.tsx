/** The hold on one page: which edition, where to collect, read back before the button; afterwards its journey, with Undo. */
import type { Hold } from '@catalex/contract/holds'
import type { TitlePage } from '@catalex/contract/title'
import { familyOf } from '@catalex/core/catalogue'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import Skeleton from '@mui/material/Skeleton'
import { useTheme } from '@mui/material/styles'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { usePlaces } from '../shared/places.tsx'
import { problemInWords, refusalInWords } from '../shared/problems.ts'
import { useScope } from '../shared/scope.tsx'
import { useSession } from '../shared/session/session.tsx'
import { titleQuery } from '../shared/titleQuery.ts'
import { useBackCloses } from '../shared/useBackCloses.ts'
import { DialogHead } from '../ui/DialogHead.tsx'
import { HelpAtHand } from '../ui/HelpAtHand.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { Words } from '../ui/Words.tsx'
import { Placed } from './Placed.tsx'
import { holdOptionsQuery, usePlaceHold } from './queries.ts'
import { readBack, type Volume, type Wish } from './readBack.ts'
import { WhichEdition } from './WhichEdition.tsx'
import { Where } from './Where.tsx'
import styles from './holds.module.css'

interface Props {
  controlNumber: string
  /** Ticked at first; the edition itself where nothing is said. */
  editions?: readonly string[]
  /** One volume, for what is held by the volume. */
  volume?: Volume | null
  onClose(): void
}

export default function HoldDialog({ controlNumber, editions = [controlNumber], volume = null, onClose }: Props) {
  useBackCloses(onClose)
  const barcode = volume?.barcode ?? null
  const { t } = useTranslation()
  const phone = useMediaQuery(useTheme().breakpoints.down('sm'))
  const { chosen } = useScope()
  const { data: page, error: pageError } = useQuery(titleQuery(controlNumber, chosen))
  const [placed, setPlaced] = useState<Hold | null>(null)
  const carrier = page?.editions.find((edition) => edition.controlNumber === page.controlNumber)?.carrier
  return (
    <Dialog open onClose={onClose} fullScreen={phone} maxWidth="md" fullWidth aria-labelledby="hold-heading">
      <div className={styles.band} style={{ background: `var(--family-${familyOf(carrier ?? 'book')})` }} />
      <DialogHead
        id="hold-heading"
        title={
          <>
            {t('hold.headingOf')} <Words language={page?.description.languages[0]}>{page?.description.title ?? ''}</Words>
          </>
        }
        aside={page && <HoldCount controlNumber={page.controlNumber} barcode={barcode} placed={placed !== null} />}
        onClose={onClose}
      />
      {pageError && <Trouble error={pageError} />}
      {!page && !pageError && <Skeleton variant="rectangular" height={220} sx={{ m: 6 }} />}
      {page &&
        page.controlNumber === controlNumber &&
        (placed ? (
          <Placed hold={placed} onClose={onClose} />
        ) : (
          <HoldForm page={page} editions={editions} volume={volume} onPlaced={setPlaced} />
        ))}
    </Dialog>
  )
}

/** "5th of 15 holds". */
function HoldCount({ controlNumber, barcode, placed }: { controlNumber: string; barcode: string | null; placed: boolean }) {
  const { t } = useTranslation()
  const { data } = useQuery(holdOptionsQuery([controlNumber], barcode))
  if (!data?.limit) return null
  return t('hold.count', { nth: t('app.nth', { count: data.used + (placed ? 0 : 1), ordinal: true }), limit: data.limit })
}

interface FormProps {
  page: TitlePage
  editions: readonly string[]
  volume: Volume | null
  onPlaced(hold: Hold): void
}

function HoldForm({ page, editions, volume, onPlaced }: FormProps) {
  const barcode = volume?.barcode ?? null
  const { t } = useTranslation()
  const { scope } = useScope()
  const { reader, askToSignIn } = useSession()
  const places = usePlaces()
  const [records, setRecords] = useState<string[]>([...editions])
  const [pickup, setPickup] = useState(page.pickup ?? scope.at)
  const wish: Wish = { records, volume }
  const options = useQuery(holdOptionsQuery(records, barcode))
  const place = usePlaceHold()

  // What stood there for another wish says nothing about this one.
  const current = options.isPlaceholderData ? undefined : options.data
  const chosen = current?.pickups.find((option) => option.pickup === pickup)
  const refusal = current ? (current.refusal ?? chosen?.refusal ?? null) : null
  const said = (): string => {
    if (records.length === 0) return t('hold.noneTicked')
    if (!current) return options.isError ? '' : t('hold.updating')
    if (refusal) return refusalInWords(t, refusal, places.all.timeZone)
    if (current.pickups.length === 0) return t('hold.noPickups')
    return chosen ? readBack(t, page, wish, chosen, places) : t('hold.noPickup', { place: places.pickupName(pickup) })
  }
  const submit = () => {
    place.mutate({ records, barcode, pickup }, { onSuccess: onPlaced })
  }
  /** What was agreed to as a guest is carried out where it is the same with this card; else it is read back once more. */
  const signInAndSubmit = async () => {
    if (!(await askToSignIn())) return
    const { data: own } = await options.refetch()
    const option = own?.pickups.find(({ pickup: code }) => code === pickup)
    if (
      own &&
      !own.refusal &&
      option &&
      !option.refusal &&
      option.cost === chosen?.cost &&
      (option.queue === null) === (chosen.queue === null)
    )
      submit()
  }
  const change =
    <T,>(set: (value: T) => void) =>
    (value: T) => {
      place.reset()
      set(value)
    }
  return (
    <>
      <div className={styles.body}>
        <WhichEdition page={page} ticked={records} volume={volume} onChange={change(setRecords)} />
        <Where options={options.data} stale={options.isPlaceholderData} pickup={pickup} onChange={change(setPickup)} />
        {options.error && <Trouble error={options.error} onRetry={() => void options.refetch()} />}
        {place.error && <Alert severity="error">{problemInWords(t, place.error, places.all)}</Alert>}
        {refusal && <HelpAtHand words={t('routes.askDesk')} />}
      </div>
      <div className={styles.readBack}>
        <p role="status">{said()}</p>
        <Button
          variant="contained"
          size="large"
          disabled={records.length === 0 || !chosen || refusal !== null || place.isPending}
          onClick={() => {
            if (reader) submit()
            else void signInAndSubmit()
          }}
        >
          {place.isPending ? t('hold.placing') : reader ? t('hold.place') : t('hold.signInFirst')}
        </Button>
      </div>
    </>
  )
}
