/** Holds on several titles: one pickup location; what each means is said beforehand, and what came of it afterwards. */
import type { PickupOption } from '@catalex/contract/holds'
import type { ResultRow } from '@catalex/contract/search'
import { entryKey, type Which } from '@catalex/core/satchel'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { useTheme } from '@mui/material/styles'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { amountInWords, dayInWords } from '../shared/formats.ts'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { problemInWords } from '../shared/problems.ts'
import { useScope } from '../shared/scope.tsx'
import { useSession } from '../shared/session/session.tsx'
import { useBackCloses } from '../shared/useBackCloses.ts'
import { DialogHead } from '../ui/DialogHead.tsx'
import { Agreeing } from './form/Agreeing.tsx'
import { HoldLine, type Outcome } from './HoldLine.tsx'
import { MoreWishes } from './form/MoreWishes.tsx'
import { priceOfAll, priceSentence } from './price.ts'
import { useAfterHolds, usePlaceHold } from './queries.ts'
import { useOptionsOfEach, type Each } from './useOptionsOfEach.ts'
import { bodyOf, daysTrouble, NO_DETAILS, servedBy } from './form/wish.ts'
import styles from './holds.module.css'

interface Props {
  which: readonly Which[]
  rows: ReadonlyMap<string, ResultRow>
  onClose(): void
}

export default function HoldAllDialog({ which, rows, onClose }: Props) {
  const { t } = useTranslation()
  const phone = useMediaQuery(useTheme().breakpoints.down('sm'))
  const links = useLinks()
  const { scope } = useScope()
  const { reader, askToSignIn } = useSession()
  const { all, pickups, pickup: find, pickupName } = usePlaces()
  const [pickup, setPickup] = useState(scope.at)
  const [outcomes, setOutcomes] = useState<ReadonlyMap<string, Outcome>>(new Map())
  const [placing, setPlacing] = useState(false)
  /** Keys of what is left out this time. */
  const [leftOut, setLeftOut] = useState<ReadonlySet<string>>(new Set())
  // What came of each is told here: it stays until all is told.
  const close = () => {
    if (!placing) onClose()
  }
  useBackCloses(close)
  const { mutateAsync } = usePlaceHold({ one: false })
  const after = useAfterHolds()
  /** The cost that was agreed to. */
  const [agreed, setAgreed] = useState(0)
  const [details, setDetails] = useState(NO_DETAILS)
  const { notBefore, notAfter } = details
  const options = useOptionsOfEach(which, pickup, (option) => daysTrouble(details, find(pickup), servedBy(option, null), all.timeZone))
  const left = which.filter((one) => outcomes.get(entryKey(one))?.placed !== true)
  const isChosen = (one: Which) => options.of(one).kind === 'option' && !leftOut.has(entryKey(one))
  const possible = left.filter(isChosen)
  const tooMany = Math.max(0, possible.length - options.room)
  const waiting = left.some((one) => options.of(one).kind === 'waiting')
  const priced = priceOfAll(optionsIn(possible.map((one) => options.of(one))))
  // A guest agrees to what it costs with their card when they have signed in.
  const cost = reader ? priced.cost : 0
  const done = outcomes.size > 0 && !placing

  const place = async (these: readonly Which[]) => {
    setPlacing(true)
    // One after the other, so that a limit that is reached meets the last of them.
    for (const one of these) {
      const each = options.of(one)
      const cost = each.kind === 'option' ? each.option.cost : 0
      const volume = one.barcode === null ? null : { barcode: one.barcode, enumeration: null }
      const wish = { records: [one.controlNumber], volume }
      const outcome = await mutateAsync(bodyOf(wish, pickup, details, { cost, already: null })).then(
        (): Outcome => ({ placed: true }),
        (error: unknown): Outcome => ({ placed: false, why: problemInWords(t, error, all) }),
      )
      setOutcomes((before) => new Map([...before, [entryKey(one), outcome]]))
    }
    setPlacing(false)
    after()
  }
  /** What costs nothing with this card is carried out; else it is read once more. */
  const signInAndPlace = async () => {
    if (!(await askToSignIn())) return
    const own = await options.refetch()
    const meant = possible.flatMap((one) => own.each.get(entryKey(one)) ?? [])
    if (meant.every(({ kind }) => kind === 'option') && priceOfAll(optionsIn(meant)).cost === 0 && meant.length <= own.room)
      await place(possible)
  }
  const said = (): string => {
    if (placing) return t('holdAll.placing', { done: outcomes.size, count: which.length })
    const where = { place: pickupName(pickup) }
    if (done) return t('holdAll.done', { placed: which.length - left.length, count: which.length, ...where })
    if (waiting) return t('hold.updating')
    if (possible.length === 0) return t(leftOut.size > 0 ? 'holdAll.allLeftOut' : 'holdAll.nonePossible', where)
    if (tooMany > 0) return t('holdAll.tooMany', { count: tooMany, room: options.room })
    return [
      t('holdAll.readBack', { count: possible.length, ...where }),
      reader && cost > 0 ? t('holdAll.costs', { amount: amountInWords(cost) }) : priceSentence(t, priced),
      notBefore && t('holdAll.readOn', { date: dayInWords(notBefore, all.timeZone) }),
      notAfter && t('holdAll.readUntil', { date: dayInWords(notAfter, all.timeZone) }),
    ]
      .filter(Boolean)
      .join(' ')
  }
  return (
    <Dialog open onClose={close} fullScreen={phone} maxWidth="md" fullWidth aria-labelledby="hold-all-heading">
      <DialogHead id="hold-all-heading" title={t('holdAll.heading', { count: which.length })} onClose={close} />
      <div className={styles.body}>
        <label className={styles.collect}>
          {t('holdAll.where')}{' '}
          <Select
            size="small"
            variant="standard"
            value={pickup}
            disabled={placing}
            inputProps={{ 'aria-label': t('holdAll.where') }}
            onChange={(event) => {
              setPickup(event.target.value)
            }}
          >
            {pickups.map(({ code, name }) => (
              <MenuItem key={code} value={code}>
                {name}
              </MenuItem>
            ))}
          </Select>
        </label>
        <ol className={styles.each}>
          {which.map((one) => (
            <HoldLine
              key={entryKey(one)}
              which={one}
              row={rows.get(one.controlNumber)}
              each={options.of(one)}
              outcome={outcomes.get(entryKey(one))}
              chosen={isChosen(one)}
              onChoose={
                placing
                  ? undefined
                  : (chosen) => {
                      setLeftOut(new Set(chosen ? [...leftOut].filter((key) => key !== entryKey(one)) : [...leftOut, entryKey(one)]))
                    }
              }
            />
          ))}
        </ol>
        {outcomes.size === 0 && (
          <MoreWishes
            details={details}
            point={find(pickup)}
            told={options.told}
            onChange={(more) => {
              setDetails((before) => ({ ...before, ...more }))
            }}
          />
        )}
      </div>
      <div className={styles.readBack}>
        <div>
          <p role="status">{said()}</p>
          {!done && <Agreeing cost={tooMany > 0 ? 0 : cost} agreed={agreed} onAgree={setAgreed} />}
        </div>
        {done && (
          <Button component={Link} to={links.card} variant="outlined">
            {t('hold.toCard')}
          </Button>
        )}
        {done && possible.length === 0 ? (
          <Button variant="contained" size="large" autoFocus onClick={onClose}>
            {t('app.close')}
          </Button>
        ) : (
          <Button
            variant="contained"
            size="large"
            disabled={placing || waiting || possible.length === 0 || tooMany > 0 || agreed < cost}
            onClick={() => void (reader ? place(possible) : signInAndPlace())}
          >
            {reader
              ? t(done ? 'holdAll.again' : 'holdAll.place', { count: possible.length })
              : t('holdAll.signInFirst', { count: possible.length })}
          </Button>
        )}
      </div>
    </Dialog>
  )
}

const optionsIn = (all: readonly Each[]): PickupOption[] => all.flatMap((one) => (one.kind === 'option' ? [one.option] : []))
