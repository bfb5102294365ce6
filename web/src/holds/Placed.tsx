/** Proof that it worked, on the same spot: the journey begins, and can be undone. */
import type { HoldLine } from '@catalex/contract/holds'
import Button from '@mui/material/Button'
import { useTranslation } from 'react-i18next'
import { useNavigate } from 'react-router'
import { Trouble } from '../ui/Trouble.tsx'
import { Journey } from './Journey.tsx'
import { useCancelHold } from './queries.ts'
import styles from './holds.module.css'

export function Placed({ hold, onClose }: { hold: HoldLine; onClose(): void }) {
  const { t } = useTranslation()
  const navigate = useNavigate()
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
        <b>{hold.title}</b>{' '}
        <span className={styles.soft}>
          {[
            hold.editions > 1 && hold.from === null
              ? t('card.editions', { count: hold.editions })
              : t(`carriers.${hold.carrier as 'book'}`),
            hold.enumeration,
          ]
            .filter(Boolean)
            .join(', ')}
        </span>
      </p>
      <Journey hold={hold} />
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
        <Button variant="outlined" onClick={() => void navigate('/card')}>
          {t('hold.toCard')}
        </Button>
        <Button variant="contained" autoFocus onClick={onClose}>
          {t('hold.carryOn')}
        </Button>
      </div>
    </div>
  )
}
