import Dialog from '@mui/material/Dialog'
import { useTranslation } from 'react-i18next'
import { useBackCloses } from '../shared/useBackCloses.ts'
import { DialogHead } from '../ui/DialogHead.tsx'
import styles from './app.module.css'

const KEYS = [
  ['/', 'box'],
  ['j ↓', 'down'],
  ['k ↑', 'up'],
  ['Enter', 'open'],
  ['h', 'hold'],
  ['s', 'gather'],
  ['Esc', 'close'],
  ['?', 'help'],
] as const

export default function KeysDialog({ onClose }: { onClose(): void }) {
  const { t } = useTranslation()
  useBackCloses(onClose)
  return (
    <Dialog open onClose={onClose} aria-labelledby="keys-heading" maxWidth="xs" fullWidth>
      <DialogHead id="keys-heading" title={t('keys.heading')} onClose={onClose} />
      <dl className={styles.keys}>
        {KEYS.map(([key, name]) => (
          <div key={name}>
            <dt>
              <kbd>{key}</kbd>
            </dt>
            <dd>{t(`keys.${name}`)}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  )
}
