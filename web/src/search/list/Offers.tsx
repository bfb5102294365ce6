/** Other readings of the query, each with what it would find. */
import type { OfferLine } from '@catalex/contract/search'
import type { Question } from '@catalex/core/query'
import Link from '@mui/material/Link'
import { useTranslation } from 'react-i18next'
import { useValueName } from '../../shared/valueNames.ts'
import { questionMeant } from '../questionMeant.ts'
import styles from '../search.module.css'

interface Props {
  question: Question
  offers: readonly OfferLine[]
  onChange(next: Question): void
}

export function Offers({ question, offers, onChange }: Props) {
  const { t } = useTranslation()
  const name = useOfferName()
  if (offers.length === 0) return null
  return (
    <ul className={styles.offers}>
      {offers.map((offer) => (
        <li key={`${offer.kind} ${offer.q}`}>
          {t(`offers.${offer.kind}`)}{' '}
          <Link
            component="button"
            onClick={() => {
              onChange(questionMeant(question, offer))
            }}
          >
            {name(offer)}
          </Link>{' '}
          <span className={styles.soft}>{t('offers.titles', { count: offer.count })}</span>
        </li>
      ))}
    </ul>
  )
}

/** A reading in plain words: "heron, moorings" for either of them, "Spanish, since 2014, with “tides”". */
export function useOfferName(): (offer: OfferLine) => string {
  const { t } = useTranslation()
  const valueName = useValueName()
  return ({ kind, q, values, yearFrom, yearTo }) => {
    if (kind === 'any') return q.split(' OR ').join(', ')
    const since =
      yearFrom === null ? null : yearTo === null ? t('offers.since', { from: yearFrom }) : t('offers.span', { from: yearFrom, to: yearTo })
    const names = [...values.map(({ facet, value }) => valueName(facet, value)), since].filter(Boolean).join(', ')
    if (names === '') return q
    return q === '' ? names : `${names} ${t('offers.rest', { q })}`
  }
}
