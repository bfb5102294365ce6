/** What a reader can do with a hold: pause it or let it go on, collect it elsewhere, cancel it. */
import type { Hold } from '@catalex/contract/holds'
import Button from '@mui/material/Button'
import { Suspense, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useChangeHold } from '../../holds/queries.ts'
import { useNotice } from '../../shared/notices.tsx'
import { usePlaces } from '../../shared/places.tsx'
import { problemInWords } from '../../shared/problems.ts'
import { CancelButton } from './CancelButton.tsx'
import { lazyPart, overThePage } from '../../ui/parts/lazyPart.tsx'
import styles from '../card.module.css'

const PauseDialog = lazyPart(() => import('./PauseDialog.tsx'), overThePage)
const ElsewhereDialog = lazyPart(() => import('./ElsewhereDialog.tsx'), overThePage)

export function HoldActions({ hold }: { hold: Hold }) {
  const { t } = useTranslation()
  // Another system that lends knows neither.
  const { bridged = false } = usePlaces().all
  const [open, setOpen] = useState<'pause' | 'elsewhere' | null>(null)
  const close = () => {
    setOpen(null)
  }
  const opening = (what: 'pause' | 'elsewhere') => (
    <Button
      size="small"
      data-screen
      aria-haspopup="dialog"
      aria-label={`${t(`card.change.${what}`)}: ${hold.title}`}
      onClick={() => {
        setOpen(what)
      }}
    >
      {t(`card.change.${what}`)}
    </Button>
  )
  return (
    <span className={styles.actions}>
      {!bridged && hold.state === 'waiting' && opening('pause')}
      {!bridged && hold.state === 'paused' && <GoOn hold={hold} />}
      {!bridged && hold.state !== 'ready' && opening('elsewhere')}
      <CancelButton hold={hold} />
      <Suspense>
        {open === 'pause' && <PauseDialog hold={hold} onClose={close} />}
        {open === 'elsewhere' && <ElsewhereDialog hold={hold} onClose={close} />}
      </Suspense>
    </span>
  )
}

function GoOn({ hold }: { hold: Hold }) {
  const { t } = useTranslation()
  const notify = useNotice()
  const { all } = usePlaces()
  const change = useChangeHold(hold.id)
  const goOn = async () => {
    // The promise outlives the button, which goes with the pause.
    const said = await change.mutateAsync({ paused: null }).then(
      () => t('card.change.goesOn', { title: hold.title }),
      (error: unknown) => problemInWords(t, error, all),
    )
    notify(said)
  }
  return (
    <Button
      size="small"
      data-screen
      aria-label={`${t('card.change.goOn')}: ${hold.title}`}
      disabled={change.isPending}
      onClick={() => void goOn()}
    >
      {t('card.change.goOn')}
    </Button>
  )
}
