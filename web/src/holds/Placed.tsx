/** Proof that it worked, on the same spot: the journey begins, and can be undone. */
import type { Hold } from '@catalex/contract/holds'
import Button from '@mui/material/Button'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { useLinks } from '../shared/links.ts'
import { Trouble } from '../ui/Trouble.tsx'
import Wait from '../waiting/Wait.tsx'
import { formInWords } from './formInWords.ts'
import { Journey } from './Journey.tsx'
import { useCancelHold } from './queries.ts'
import styles from './holds.module.css'

export function Placed({ hold, onClose }: { hold: Hold; onClose(): void }) {
  const { t } = useTranslation()
  const links = useLinks()
  const cancel = useCancelHold()
  if (cancel.isSuccess) {
    return (
      <div className={styles.body}>
        <p role="status">{t('hold.undone')}</p>
        <div className={styles.actions}>
          <Button variant="contained" onClick={onClose}>
            {t('hold.carryOn')}
          </Button>
        </div>
      </div>
    )
  }
  return (
    <div className={styles.body}>
      <div role="status">
        <h3 className={styles.done}>{t('hold.done')}</h3>
      </div>
      <p>
        <b>{hold.title}</b> <span className={styles.soft}>{formInWords(t, hold)}</span>
      </p>
      <Journey hold={hold} />
      {hold.state === 'waiting' && <Wait wish={{ hold: hold.id }} />}
      {cancel.error && <Trouble error={cancel.error} />}
      <div className={styles.actions}>
        <Button
          onClick={() => {
            cancel.mutate(hold.id)
          }}
          disabled={cancel.isPending}
        >
          {t('hold.undo')}
        </Button>
        <Button variant="outlined" component={Link} to={links.card}>
          {t('hold.toCard')}
        </Button>
        <Button variant="contained" autoFocus onClick={onClose}>
          {t('hold.carryOn')}
        </Button>
      </div>
    </div>
  )
}
