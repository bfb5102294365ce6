/** Where a search finds nothing: what it sought is asked for elsewhere, or suggested. */
import type { RequestOffers } from '@catalex/contract/requests'
import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { usePlaces } from '../shared/places.tsx'
import { refusalInWords } from '../shared/problems.ts'
import { Asking } from './Asking.tsx'
import { requestOffersQuery } from './queries.ts'
import { useTerms } from './useTerms.ts'
import { wantedBy, type Offered } from './wanted.ts'
import styles from './requests.module.css'

export default function WaysToUnheld({ words }: { words: string }) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const termsOf = useTerms()
  const { data } = useQuery(requestOffersQuery([], null))
  if (!data?.outside) return null
  const { refusal } = data.outside
  return (
    <div className={styles.unheld}>
      <h3>{t('requests.unheld')}</h3>
      <ul className={styles.ways}>
        {offeredBy(data.outside).map((one) => (
          <li key={one.kind}>
            <Asking offered={one} wanted={wantedBy(words)} />
            <p>{termsOf(one)}</p>
          </li>
        ))}
        {refusal && (
          <li>
            <b>{t('requests.notOutside')}</b>
            <p>{refusalInWords(t, refusal, all)}</p>
          </li>
        )}
      </ul>
    </div>
  )
}

/** A purchase can be suggested of whatever is held nowhere. */
const offeredBy = ({ offer }: NonNullable<RequestOffers['outside']>): Offered[] => [
  ...(offer ? [{ kind: 'outside' as const, offer }] : []),
  { kind: 'purchase' as const, offer: null },
]
