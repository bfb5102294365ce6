/** What comes up from below on a narrow screen: a heading, a visible way to close it, and Back closes it too. */
import Drawer from '@mui/material/Drawer'
import { useId, type ReactNode } from 'react'
import { useBackCloses } from '../shared/useBackCloses.ts'
import { DialogHead } from './DialogHead.tsx'
import styles from './ui.module.css'

interface Props {
  title: ReactNode
  /** Stays in sight at the foot while the rest scrolls. */
  foot?: ReactNode
  onClose(): void
  children: ReactNode
}

export default function Sheet({ title, foot, onClose, children }: Props) {
  const id = useId()
  useBackCloses(onClose)
  return (
    <Drawer
      anchor="bottom"
      open
      onClose={onClose}
      slotProps={{ paper: { className: styles.sheet, role: 'dialog', 'aria-modal': true, 'aria-labelledby': id } }}
    >
      <DialogHead id={id} title={title} onClose={onClose} />
      <div className={styles.sheetBody}>{children}</div>
      {foot && <div className={styles.sheetFoot}>{foot}</div>}
    </Drawer>
  )
}
