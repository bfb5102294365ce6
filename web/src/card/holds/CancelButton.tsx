/** Cancels a hold, once more asked whether it is meant. */
import type { Hold } from '@catalex/contract/holds'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogTitle from '@mui/material/DialogTitle'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useCancelHold, useRestoreHold } from '../../holds/queries.ts'
import { useNotice } from '../../shared/notices.tsx'
import { usePlaces } from '../../shared/places.tsx'
import { problemInWords } from '../../shared/problems.ts'
import { useBackCloses } from '../../shared/useBackCloses.ts'
import { Trouble } from '../../ui/Trouble.tsx'

export function CancelButton({ hold }: { hold: Hold }) {
  const { t } = useTranslation()
  const [asking, setAsking] = useState(false)
  return (
    <>
      <Button
        size="small"
        data-screen
        aria-label={`${t('card.cancel')}: ${hold.title}`}
        onClick={() => {
          setAsking(true)
        }}
      >
        {t('card.cancelShort')}
      </Button>
      {asking && (
        <Question
          hold={hold}
          onClose={() => {
            setAsking(false)
          }}
        />
      )}
    </>
  )
}

function Question({ hold, onClose }: { hold: Hold; onClose(): void }) {
  const { t } = useTranslation()
  const notify = useNotice()
  const cancel = useCancelHold()
  const restore = useRestoreHold()
  const { all } = usePlaces()
  useBackCloses(onClose)
  const confirm = async () => {
    // The promise outlives this question, which goes with its hold as soon as the card is asked anew.
    const done = await cancel.mutateAsync(hold.id).catch(() => null)
    if (done === null) return
    onClose()
    const undo = async () => {
      const said = await restore.mutateAsync(hold.id).then(
        () => t('card.restored', { title: hold.title }),
        (error: unknown) => problemInWords(t, error, all),
      )
      notify(said)
    }
    // Another system that lends takes it for good.
    notify(t('card.cancelled', { title: hold.title }), all.bridged ? undefined : { label: t('hold.undo'), onPress: () => void undo() })
  }
  return (
    <Dialog open onClose={onClose} aria-labelledby={`cancel-${hold.id}`}>
      <DialogTitle id={`cancel-${hold.id}`}>{t('card.cancelAsk', { title: hold.title })}</DialogTitle>
      {cancel.error && <Trouble error={cancel.error} />}
      <DialogActions>
        <Button onClick={onClose}>{t('card.cancelNo')}</Button>
        <Button variant="contained" color="error" autoFocus disabled={cancel.isPending} onClick={() => void confirm()}>
          {t('card.cancelYes')}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
