/** The hold on one page: which edition, where to collect, read back before the button; afterwards its journey, with Undo. */
import type { Hold } from '@catalex/contract/holds'
import { familyOf } from '@catalex/core/catalogue'
import Dialog from '@mui/material/Dialog'
import Skeleton from '@mui/material/Skeleton'
import { useTheme } from '@mui/material/styles'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useIsMutating, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useScope } from '../shared/scope.tsx'
import { titleQuery } from '../shared/titleQuery.ts'
import { useBackCloses } from '../shared/useBackCloses.ts'
import { DialogHead } from '../ui/DialogHead.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { Words } from '../ui/Words.tsx'
import { Placed } from './Placed.tsx'
import { HoldForm } from './form/HoldForm.tsx'
import { holdOptionsQuery, PLACE_HOLD } from './queries.ts'
import type { Volume } from './form/wish.ts'
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
  // A hold is served from everywhere: what is in is counted everywhere, too.
  const { data: page, error: pageError, refetch } = useQuery(titleQuery(controlNumber, { ...chosen, in: [] }))
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
      {pageError && <Trouble error={pageError} onRetry={() => void refetch()} />}
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
  const placing = useIsMutating({ mutationKey: PLACE_HOLD }) > 0
  const [nth, setNth] = useState(0)
  if (!data?.limit) return null
  // Once it is being placed, it is counted among the others at some moment or other.
  if (!placed && !placing && nth !== data.used + 1) setNth(data.used + 1)
  return t('hold.count', { nth: t('app.nth', { count: nth, ordinal: true }), limit: data.limit })
}
