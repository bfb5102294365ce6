/** Where a search finds nothing: what it sought is asked for elsewhere. */
import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Ways } from './OtherWays.tsx'
import { requestOffersQuery } from './queries.ts'
import { wantedBy } from './wanted.ts'
import styles from './requests.module.css'

export default function WaysToUnheld({ words }: { words: string }) {
  const { t } = useTranslation()
  const { data } = useQuery(requestOffersQuery([], null))
  if (!data?.outside) return null
  return (
    <div className={styles.unheld}>
      <h3>{t('requests.unheld')}</h3>
      <Ways offers={data} wanted={wantedBy(words)} />
    </div>
  )
}
