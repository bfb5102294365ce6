/** The hold on one page: what exactly, collected where, read back before the button; afterwards its journey, with Undo. */
import type { HoldLine } from '@catalex/contract/holds'
import { familyOf } from '@catalex/core/catalogue'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { nthInWords } from '../app/formats.ts'
import { usePlaces } from '../app/places.tsx'
import { useSession } from '../app/session.tsx'
import { useStanding } from '../app/standing.tsx'
import { titleQuery } from '../title/queries.ts'
import { DialogHead } from '../ui/DialogHead.tsx'
import { refusalInWords } from '../ui/refusals.ts'
import { Trouble } from '../ui/Trouble.tsx'
import { ApiProblem } from '../app/api.ts'
import { Placed } from './Placed.tsx'
import { holdOptionsQuery, usePlaceHold } from './queries.ts'
import { readBack } from './readBack.ts'
import { WhatExactly } from './WhatExactly.tsx'
import { Where } from './Where.tsx'
import styles from './holds.module.css'

interface Props {
  controlNumber: string
  /** One volume, for what is held by the volume. */
  barcode?: string | null
  onClose(): void
}

export function HoldDialog({ controlNumber, barcode = null, onClose }: Props) {
  const { t } = useTranslation()
  const phone = useMediaQuery('(max-width: 760px)')
  const { standing } = useStanding()
  const { reader, askToSignIn } = useSession()
  const { branch, all } = usePlaces()
  const { data: page, error: pageError } = useQuery(titleQuery(controlNumber, standing))
  const [ticked, setTicked] = useState<number[] | null>(null)
  const [pickup, setPickup] = useState(standing.at)
  const [key] = useState(() => crypto.randomUUID())
  const [placed, setPlaced] = useState<HoldLine | null>(null)
  const records = ticked ?? (page ? [page.recordId] : [])
  const { data: options } = useQuery(holdOptionsQuery(records, barcode))
  const place = usePlaceHold(key)

  const chosen = options?.pickups.find((option) => option.branch === pickup)
  const refusal = options?.standing ?? chosen?.refusal ?? null
  const title = page?.description.title ?? ''
  const submit = async () => {
    const hold = await place.mutateAsync({ records, barcode, pickup }).catch(() => null)
    if (hold) setPlaced(hold)
  }
  const problem = place.error instanceof ApiProblem ? place.error.problem : null

  return (
    <Dialog open onClose={onClose} fullScreen={phone} maxWidth="md" fullWidth aria-labelledby="hold-heading">
      <div
        className={styles.band}
        style={{
          background: `var(--family-${page ? familyOf(page.editions.find((e) => e.recordId === page.recordId)?.carrier ?? 'book') : 'print'})`,
        }}
      />
      <DialogHead
        id="hold-heading"
        title={t('hold.heading', { title })}
        aside={options?.limit ? t('hold.count', { nth: nthInWords(options.used + (placed ? 0 : 1)), limit: options.limit }) : undefined}
        onClose={onClose}
      />
      {pageError && <Trouble error={pageError} />}
      {page && placed && <Placed hold={placed} onClose={onClose} />}
      {page && !placed && (
        <div className={styles.body}>
          <WhatExactly page={page} ticked={records} barcode={barcode} onChange={setTicked} />
          <Where options={options} pickup={pickup} onChange={setPickup} />
          <div className={styles.readBack}>
            <p role="status">
              {problem?.refusal
                ? refusalInWords(t, problem.refusal, all.timeZone)
                : problem
                  ? `${problem.detail} ${problem.remedy ?? ''}`
                  : records.length === 0
                    ? t('hold.noneTicked')
                    : refusal
                      ? refusalInWords(t, refusal, all.timeZone)
                      : chosen
                        ? readBack(t, page, records, barcode, chosen, branch)
                        : ''}
            </p>
            <Button
              variant="contained"
              size="large"
              disabled={records.length === 0 || !chosen || refusal !== null || place.isPending}
              onClick={() => {
                if (reader) void submit()
                else askToSignIn()
              }}
            >
              {place.isPending ? t('hold.placing') : reader ? t('hold.place') : t('hold.signInFirst')}
            </Button>
          </div>
        </div>
      )}
    </Dialog>
  )
}
