import CloseIcon from '@mui/icons-material/Close'
import IconButton from '@mui/material/IconButton'
import type { ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import styles from './ui.module.css'

export function DialogHead({ id, title, aside, onClose }: { id: string; title: ReactNode; aside?: ReactNode; onClose(): void }) {
  const { t } = useTranslation()
  return (
    <div className={styles.dialogHead}>
      <h2 id={id}>{title}</h2>
      <span>{aside}</span>
      <IconButton size="small" onClick={onClose} aria-label={t('app.close')}>
        <CloseIcon fontSize="small" />
      </IconButton>
    </div>
  )
}
