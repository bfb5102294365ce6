/** Holds on several titles: one pickup location, and for each title what came of it. */
import type { ResultRow } from '@catalex/contract/search'
import type { Which } from '@catalex/core/satchel'
import { entryKey } from '@catalex/core/satchel'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { useTheme } from '@mui/material/styles'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { problemInWords } from '../shared/problems.ts'
import { useScope } from '../shared/scope.tsx'
import { useSession } from '../shared/session/session.tsx'
import { useBackCloses } from '../shared/useBackCloses.ts'
import { DialogHead } from '../ui/DialogHead.tsx'
import { Words } from '../ui/Words.tsx'
import { useAfterHolds, usePlaceHold } from './queries.ts'
import styles from './holds.module.css'

interface Props {
  which: readonly Which[]
  rows: ReadonlyMap<string, ResultRow>
  onClose(): void
}

/** What came of one title: placed, or why not. */
type Outcome = { placed: true } | { placed: false; why: string }

export default function HoldAllDialog({ which, rows, onClose }: Props) {
  useBackCloses(onClose)
  const { t } = useTranslation()
  const phone = useMediaQuery(useTheme().breakpoints.down('sm'))
  const links = useLinks()
  const { scope } = useScope()
  const { reader, askToSignIn } = useSession()
  const { all, pickupName } = usePlaces()
  const [pickup, setPickup] = useState(scope.at)
  const [outcomes, setOutcomes] = useState<ReadonlyMap<string, Outcome>>(new Map())
  const [placing, setPlacing] = useState(false)
  const { mutateAsync } = usePlaceHold({ one: false })
  const after = useAfterHolds()
  const points = all.branches.flatMap(({ pickups }) => pickups)
  const left = which.filter((one) => outcomes.get(entryKey(one))?.placed !== true)
  const done = outcomes.size > 0 && !placing

  const place = async () => {
    if (!reader && !(await askToSignIn())) return
    setPlacing(true)
    // One after the other, so that a limit that is reached meets the last of them.
    for (const one of left) {
      const outcome = await mutateAsync({ records: [one.controlNumber], barcode: one.barcode, pickup }).then(
        (): Outcome => ({ placed: true }),
        (error: unknown): Outcome => ({ placed: false, why: problemInWords(t, error, all) }),
      )
      setOutcomes((before) => new Map([...before, [entryKey(one), outcome]]))
    }
    setPlacing(false)
    await after()
  }
  return (
    <Dialog open onClose={onClose} fullScreen={phone} maxWidth="sm" fullWidth aria-labelledby="hold-all-heading">
      <DialogHead id="hold-all-heading" title={t('holdAll.heading', { count: which.length })} onClose={onClose} />
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
            {points.map(({ code }) => (
              <MenuItem key={code} value={code}>
                {pickupName(code)}
              </MenuItem>
            ))}
          </Select>
        </label>
        <ol className={styles.each}>
          {which.map((one) => {
            const outcome = outcomes.get(entryKey(one))
            return (
              <li key={entryKey(one)}>
                <b>
                  <Words>{rows.get(one.controlNumber)?.title ?? one.controlNumber}</Words>
                </b>
                {outcome && (
                  <span className={outcome.placed ? styles.placed : styles.refused}>
                    {outcome.placed ? t('holdAll.placed') : outcome.why}
                  </span>
                )}
              </li>
            )
          })}
        </ol>
      </div>
      <div className={styles.readBack}>
        <p role="status">
          {placing
            ? t('holdAll.placing', { done: outcomes.size, count: which.length })
            : done
              ? t('holdAll.done', { placed: which.length - left.length, count: which.length, place: pickupName(pickup) })
              : t('holdAll.readBack', { count: which.length, place: pickupName(pickup) })}
        </p>
        {done && (
          <Button component={Link} to={links.card} variant="outlined">
            {t('hold.toCard')}
          </Button>
        )}
        {done && left.length === 0 ? (
          <Button variant="contained" size="large" autoFocus onClick={onClose}>
            {t('app.close')}
          </Button>
        ) : (
          <Button variant="contained" size="large" disabled={placing || left.length === 0} onClick={() => void place()}>
            {reader ? t(done ? 'holdAll.again' : 'holdAll.place', { count: left.length }) : t('hold.signInFirst')}
          </Button>
        )}
      </div>
    </Dialog>
  )
}
