/** Other readings of the query, each with what it would find. */
import type { OfferLine } from '@catalex/contract/search'
import { withValue, type Question } from '@catalex/core/query'
import Link from '@mui/material/Link'
import { useTranslation } from 'react-i18next'
import { useValueName } from '../../shared/valueNames.ts'
import styles from '../search.module.css'

interface Props {
  question: Question
  offers: readonly OfferLine[]
  onChange(next: Question): void
}

export function Offers({ question, offers, onChange }: Props) {
  const { t } = useTranslation()
  if (offers.length === 0) return null
  return (
    <ul className={styles.offers}>
      {offers.map((offer) => (
        <li key={`${offer.kind} ${offer.q}`}>
          {t(`offers.${offer.kind}`)}{' '}
          <Link
            component="button"
            onClick={() => {
              onChange(taken(question, offer))
            }}
          >
            <OfferName offer={offer} />
          </Link>{' '}
          <span className={styles.soft}>{t('offers.titles', { count: offer.count })}</span>
        </li>
      ))}
    </ul>
  )
}

function OfferName({ offer: { kind, q, values, yearFrom, yearTo } }: { offer: OfferLine }) {
  const { t } = useTranslation()
  const valueName = useValueName()
  if (kind !== 'narrowing') return q
  const since =
    yearFrom === null ? null : yearTo === null ? t('offers.since', { from: yearFrom }) : t('offers.span', { from: yearFrom, to: yearTo })
  const names = [...values.map(({ facet, value }) => valueName(facet, value)), since].filter(Boolean).join(', ')
  return q === '' ? names : `${names} ${t('offers.rest', { q })}`
}

function taken(question: Question, { q, values, yearFrom, yearTo }: OfferLine): Question {
  const narrowed = values.reduce((next, { facet, value }) => withValue(next, facet, value, 'only'), question)
  const years = yearFrom === null ? narrowed.years : { from: yearFrom, to: yearTo }
  return { ...narrowed, years, q, page: 1 }
}
