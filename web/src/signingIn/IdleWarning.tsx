/** A minute before the session ends: whoever is still there presses any key. */
import type { SessionInfo } from '@catalex/contract/card'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import LinearProgress from '@mui/material/LinearProgress'
import { useSyncExternalStore } from 'react'
import { useTranslation } from 'react-i18next'
import { hearKept, keptEntries } from '../shared/satchel/kept.ts'
import { WARNED } from '../shared/session/useIdle.ts'

interface Props {
  left: number
  reader: SessionInfo['reader']
  onStay(): void
  onLeave(): void
}

export default function IdleWarning({ left, reader, onStay, onLeave }: Props) {
  const { t } = useTranslation()
  const gathered = useSyncExternalStore(hearKept, keptEntries).length
  return (
    <Dialog open onClose={onStay} role="alertdialog" aria-labelledby="idle-heading" aria-describedby="idle-text" maxWidth="xs" fullWidth>
      <DialogTitle id="idle-heading">{t('idle.heading')}</DialogTitle>
      <DialogContent>
        <p id="idle-text">{reader ? t('idle.signedOutSoon', { name: reader.name }) : t('idle.afreshSoon')}</p>
        {!reader && gathered > 0 && <p>{t('satchel.endsToo', { count: gathered })}</p>}
        <p role="timer">{t('idle.left', { count: left })}</p>
        <LinearProgress variant="determinate" value={(left / WARNED) * 100} color="warning" aria-hidden />
        <p>{t('idle.anyKey')}</p>
      </DialogContent>
      <DialogActions>
        <Button onClick={onLeave}>{reader ? t('idle.leave') : t('idle.afresh')}</Button>
        <Button variant="contained" autoFocus onClick={onStay}>
          {t('idle.stay')}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
