/** Other readings of the query, each with what it would find. */
import type { OfferLine } from '@catalex/contract/search'
import { useTranslation } from 'react-i18next'
import { withValue, type Question } from './address.ts'
import { useValueName } from './valueNames.ts'
import styles from './search.module.css'

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
          <button
            type="button"
            className={styles.linkButton}
            onClick={() => {
              onChange(taken(question, offer))
            }}
          >
            <OfferName offer={offer} />
          </button>{' '}
          <span className={styles.soft}>{t('offers.titles', { count: offer.count })}</span>
        </li>
      ))}
    </ul>
  )
}

function OfferName({ offer }: { offer: OfferLine }) {
  const { t } = useTranslation()
  const valueName = useValueName()
  if (offer.kind !== 'narrowing') return offer.q
  const years =
    offer.yearFrom === null
      ? null
      : offer.yearTo === null
        ? t('offers.since', { from: offer.yearFrom })
        : t('offers.span', { from: offer.yearFrom, to: offer.yearTo })
  const names = [...offer.values.map(({ facet, value }) => valueName(facet, value)), years].filter(Boolean).join(', ')
  return offer.q === '' ? names : `${names} ${t('offers.rest', { q: offer.q })}`
}

function taken(question: Question, offer: OfferLine): Question {
  const narrowed = offer.values.reduce((next, { facet, value }) => withValue(next, facet, value, 'only'), question)
  const years = offer.yearFrom === null ? narrowed.years : { from: offer.yearFrom, to: offer.yearTo }
  return { ...narrowed, years, q: offer.q, page: 1 }
}
