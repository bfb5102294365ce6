/** What is held, where it is collected, and what else is wished; read back beside the one button. */
import type { Hold, HoldOptions } from '@catalex/contract/holds'
import type { TitlePage } from '@catalex/contract/title'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { usePlaces } from '../../shared/places.tsx'
import { problemInWords, refusalInWords } from '../../shared/problems.ts'
import { useScope } from '../../shared/scope.tsx'
import { useSession } from '../../shared/session/session.tsx'
import { HelpAtHand } from '../../ui/HelpAtHand.tsx'
import { Trouble } from '../../ui/Trouble.tsx'
import Wait from '../../waiting/Wait.tsx'
import { Agreeing } from './Agreeing.tsx'
import { MoreWishes } from './MoreWishes.tsx'
import { holdOptionsQuery, usePlaceHold } from '../queries.ts'
import { readBack } from '../readBack.ts'
import { Recalling } from './Recalling.tsx'
import { Supplier } from './Supplier.tsx'
import { WhichEdition } from './WhichEdition.tsx'
import { Where } from './Where.tsx'
import { bodyOf, daysTrouble, NO_DETAILS, servedBy, type Details, type Served, type Volume, type Wish } from './wish.ts'
import styles from '../holds.module.css'

interface Props {
  page: TitlePage
  editions: readonly string[]
  volume: Volume | null
  onPlaced(hold: Hold): void
}

export function HoldForm({ page, editions, volume, onPlaced }: Props) {
  const { t } = useTranslation()
  const { scope } = useScope()
  const { reader, askToSignIn } = useSession()
  const places = usePlaces()
  const { timeZone } = places.all
  const [records, setRecords] = useState<string[]>([...editions])
  const [pickup, setPickup] = useState(page.pickup ?? scope.at)
  const [details, setDetails] = useState(NO_DETAILS)
  /** The cost that was agreed to, in hundredths: a higher one is agreed to anew. */
  const [agreed, setAgreed] = useState(0)
  const [again, setAgain] = useState(false)
  const wish: Wish = { records, volume }
  const options = useQuery(holdOptionsQuery(records, volume?.barcode ?? null))
  const place = usePlaceHold()

  const [pressed, setPressed] = useState<HoldOptions>()
  // What stood there for another wish says nothing about this one; what was pressed stays as it was read.
  const live = options.isPlaceholderData ? undefined : options.data
  const current = place.isPending || place.isSuccess ? pressed : live
  const chosen = optionAt(current, pickup)
  const served = chosen && servedBy(chosen, details.from)
  // What is held back for a day hurries nobody.
  const recall = details.notBefore === null ? served?.recall : null
  const recalls = recall != null && details.recall
  const refusal =
    current && (current.refusal ?? chosen?.refusal ?? (served ? daysTrouble(details, places.pickup(pickup), served, timeZone) : null))
  const already = current?.already ?? null
  const open = served !== undefined && !refusal && records.length > 0
  // A guest's price is nobody's yet: what it costs with their card they agree to when they have signed in.
  const price = reader ? (served?.cost ?? 0) : 0
  const isAgreed = open && agreed >= price && (already === null || again)
  const said = (): string => {
    if (records.length === 0) return t('hold.noneTicked')
    if (!current) return options.isError ? '' : t('hold.updating')
    if (refusal) return refusalInWords(t, refusal, places.all)
    if (current.pickups.length === 0) return t('hold.noPickups')
    return served
      ? readBack(t, page, wish, served, { ...details, recall: recalls }, places)
      : t('hold.noPickup', { place: places.pickupName(pickup) })
  }
  const submit = (agreement: Pick<Served, 'cost'> & Pick<HoldOptions, 'already'>, read: HoldOptions | undefined) => {
    setPressed(read)
    place.mutate(bodyOf(wish, pickup, { ...details, recall: recalls }, agreement), { onSuccess: onPlaced })
  }
  /** What costs nothing with this card, and comes as it was read, is carried out; else it is read back once more. */
  const signInAndSubmit = async () => {
    if (!(await askToSignIn())) return
    const { data: own } = await options.refetch()
    const option = optionAt(own, pickup)
    if (!own || own.refusal || own.already || !option || option.refusal || !served) return
    const same = servedBy(option, details.from)
    if (same.cost === 0 && (same.queue === null) === (served.queue === null)) submit({ cost: 0, already: null }, own)
  }
  const change =
    <T,>(set: (value: T) => void) =>
    (value: T) => {
      place.reset()
      set(value)
    }
  /** Who can send it is another question at another place, or of another edition. */
  const changeWhat =
    <T,>(set: (value: T) => void) =>
    (value: T) => {
      setDetails((before) => ({ ...before, from: null }))
      change(set)(value)
    }
  const changeDetails = change((more: Partial<Details>) => {
    setDetails((before) => ({ ...before, ...more }))
  })
  return (
    <>
      <div className={styles.body}>
        <WhichEdition page={page} ticked={records} volume={volume} onChange={changeWhat(setRecords)} />
        <Where options={options.data} stale={options.isPlaceholderData} pickup={pickup} onChange={changeWhat(setPickup)} />
        {chosen && <Supplier option={chosen} from={details.from} onChange={changeDetails} />}
        {served?.queue && (
          <Wait
            wish={{ records, barcode: volume?.barcode ?? null, pickup, ...(recalls ? { recall: true } : {}) }}
            className={styles.part}
            legend={<span className={styles.legend}>{t('waiting.heading')}</span>}
          />
        )}
        {recall && <Recalling recall={recall} asked={details.recall} onChange={changeDetails} />}
        <MoreWishes details={details} point={places.pickup(pickup)} told={current?.told ?? []} onChange={changeDetails} />
        {options.error && <Trouble error={options.error} onRetry={() => void options.refetch()} />}
        {place.error && <Alert severity="error">{problemInWords(t, place.error, places.all)}</Alert>}
        {refusal && <HelpAtHand words={t('routes.askDesk')} />}
      </div>
      <div className={styles.readBack}>
        <div>
          <p role="status">{said()}</p>
          {open && <Agreeing cost={price} agreed={agreed} onAgree={setAgreed} already={already} again={again} onAgain={setAgain} />}
        </div>
        <Button
          variant="contained"
          size="large"
          disabled={!isAgreed || place.isPending}
          onClick={() => {
            if (!served) return
            if (reader) submit({ cost: served.cost, already }, current)
            else void signInAndSubmit()
          }}
        >
          {place.isPending ? t('hold.placing') : reader ? t('hold.place') : t('hold.signInFirst')}
        </Button>
      </div>
    </>
  )
}

const optionAt = (options: HoldOptions | undefined, pickup: string) => options?.pickups.find((option) => option.pickup === pickup)
