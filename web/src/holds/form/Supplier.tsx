/** Who sends it: the branch from which it comes first, or another that the reader prefers. */
import type { PickupOption } from '@catalex/contract/holds'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { useTranslation } from 'react-i18next'
import { amountInWords, momentInWords } from '../../shared/formats.ts'
import { usePlaces } from '../../shared/places.tsx'
import styles from '../holds.module.css'

interface Props {
  option: PickupOption
  from: string | null
  onChange(chosen: { from: string | null }): void
}

export function Supplier({ option, from, onChange }: Props) {
  const { t } = useTranslation()
  const { branchName, pickup, all } = usePlaces()
  const [first] = option.suppliers
  if (!first || option.suppliers.length < 2) return null
  const inWords = ({ branch, cost, inHand }: typeof first) =>
    [
      branchName(branch),
      inHand === null ? t('wishes.unknownDay') : momentInWords(inHand, all.timeZone),
      cost === 0 ? t('routes.free') : amountInWords(cost),
    ].join(' · ')
  const chosen = from ?? first.branch
  return (
    <div role="group" aria-labelledby="hold-from" className={styles.part}>
      <span id="hold-from" className={styles.legend}>
        {t('wishes.from')}
      </span>
      <Select
        size="small"
        variant="standard"
        value={chosen}
        inputProps={{ 'aria-label': t('wishes.from') }}
        onChange={({ target }) => {
          onChange({ from: target.value === first.branch ? null : target.value })
        }}
      >
        {option.suppliers.map((supplier) => (
          <MenuItem key={supplier.branch} value={supplier.branch}>
            {inWords(supplier)}
          </MenuItem>
        ))}
      </Select>
      {chosen === first.branch && (
        <span className={styles.reason}>{t(chosen === pickup(option.pickup)?.at.code ? 'wishes.standsThere' : 'wishes.comesFirst')}</span>
      )}
    </div>
  )
}
