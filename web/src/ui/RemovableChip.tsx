/** Something that was said or chosen, which one press takes away. */
import CloseIcon from '@mui/icons-material/Close'
import Chip from '@mui/material/Chip'
import type { ReactNode } from 'react'

interface Props {
  label: ReactNode
  /** What a press does, in words. */
  removeLabel: string
  /** For what is excluded. */
  attention?: boolean
  onRemove(): void
}

export function RemovableChip({ label, removeLabel, attention = false, onRemove }: Props) {
  return (
    <Chip
      label={label}
      aria-label={removeLabel}
      color={attention ? 'error' : 'default'}
      onClick={onRemove}
      onDelete={onRemove}
      deleteIcon={<CloseIcon />}
      component="button"
      type="button"
    />
  )
}
