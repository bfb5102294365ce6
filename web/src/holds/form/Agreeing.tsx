/** What has to be agreed to before a hold is placed: money, and a second hold on what one has or waits for. */
import type { HoldOptions } from '@catalex/contract/holds'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import { useTranslation } from 'react-i18next'
import { amountInWords } from '../../shared/formats.ts'
import { usePlaces } from '../../shared/places.tsx'
import { refusalInWords } from '../../shared/problems.ts'
import styles from '../holds.module.css'

interface Props {
  /** In hundredths. */
  cost: number
  agreed: number
  onAgree(cost: number): void
  already?: HoldOptions['already']
  again?: boolean
  onAgain?(again: boolean): void
}

export function Agreeing({ cost, agreed, onAgree, already = null, again = false, onAgain }: Props) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  return (
    <>
      {cost > 0 && (
        <FormControlLabel
          className={styles.agree}
          control={<Checkbox size="small" checked={agreed >= cost} />}
          label={t('wishes.agree', { amount: amountInWords(cost) })}
          onChange={(_, on) => {
            onAgree(on ? cost : 0)
          }}
        />
      )}
      {already && (
        <>
          <p className={styles.already}>{refusalInWords(t, already, all)}</p>
          <FormControlLabel
            className={styles.agree}
            control={<Checkbox size="small" checked={again} />}
            label={t('wishes.again')}
            onChange={(_, on) => {
              onAgain?.(on)
            }}
          />
        </>
      )}
    </>
  )
}
