/** A small dialog in which one thing about a hold is changed. */
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useId, type ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { usePlaces } from '../shared/places.tsx'
import { problemInWords } from '../shared/problems.ts'
import { useBackCloses } from '../shared/useBackCloses.ts'
import styles from './card.module.css'

interface Props {
  title: string
  /** On the button. */
  press: string
  change: { error: unknown; isPending: boolean }
  ready?: boolean
  children: ReactNode
  onPress(): void
  onClose(): void
}

export function ChangeDialog({ title, press, change, ready = true, children, onPress, onClose }: Props) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const heading = useId()
  useBackCloses(onClose)
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth aria-labelledby={heading}>
      <DialogTitle id={heading}>{title}</DialogTitle>
      <DialogContent>
        <div className={styles.changing}>
          {children}
          {change.error !== null && change.error !== undefined && <Alert severity="error">{problemInWords(t, change.error, all)}</Alert>}
        </div>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{t('app.close')}</Button>
        <Button variant="contained" disabled={!ready || change.isPending} onClick={onPress}>
          {press}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
