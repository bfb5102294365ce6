/** The words as typed find nothing, and another reading stands in their place: said so, and one press back. */
import type { OfferLine } from '@catalex/contract/search'
import type { Question } from '@catalex/core/query'
import MuiLink from '@mui/material/Link'
import { useTranslation } from 'react-i18next'
import styles from '../search.module.css'
import { useOfferName } from './Offers.tsx'

export function Meant({ asked, meant, onChange }: { asked: Question; meant: OfferLine; onChange(next: Question): void }) {
  const { t } = useTranslation()
  const name = useOfferName()
  const kind = meant.kind === 'spelling' ? 'spelling' : 'reading'
  return (
    <p className={styles.meant} role="status">
      {t(`search.meant.${kind}`, { typed: asked.q, meant: name(meant) })}{' '}
      <MuiLink
        component="button"
        onClick={() => {
          onChange({ ...asked, asTyped: true, page: 1 })
        }}
      >
        {t('search.meant.asTyped', { typed: asked.q })}
      </MuiLink>
    </p>
  )
}
