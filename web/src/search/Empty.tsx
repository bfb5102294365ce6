/** No results is a beginning: what would find more, widest first. */
import type { SearchAnswer } from '@catalex/contract/search'
import { useTranslation } from 'react-i18next'
import { countNarrowings, isNarrowed, NARROWINGS, withoutNarrowing, type Question } from './address.ts'
import { Offers } from './Offers.tsx'
import styles from './search.module.css'

interface Props {
  question: Question
  answer: SearchAnswer
  onChange(next: Question): void
  onWider(): void
}

export function Empty({ question, answer, onChange, onWider }: Props) {
  const { t } = useTranslation()
  const misprinted = answer.readback.some(({ kind }) => kind === 'isbn-misprint' || kind === 'issn-misprint')
  return (
    <div className={styles.empty}>
      <h2>{t('search.emptyTitle')}</h2>
      <p>{t(misprinted ? 'search.misprint' : 'search.emptyOffers')}</p>
      <ul>
        {answer.wider !== null && (
          <li>
            <button type="button" className={styles.linkButton} onClick={onWider}>
              {t('search.offer.wider', { count: answer.wider })}
            </button>
          </li>
        )}
        {NARROWINGS.filter((name) => isNarrowed(question, name) && answer.without[name] > 0).map((name) => (
          <li key={name}>
            <button
              type="button"
              className={styles.linkButton}
              onClick={() => {
                onChange(withoutNarrowing(question, name))
              }}
            >
              {t('search.offer.drop', { what: t(`narrowing.names.${name}`), count: answer.without[name] })}
            </button>
          </li>
        ))}
        {countNarrowings(question) > 1 && answer.unnarrowed > 0 && (
          <li>
            <button
              type="button"
              className={styles.linkButton}
              onClick={() => {
                onChange(withoutNarrowing(question))
              }}
            >
              {t('search.offer.unnarrow', { count: answer.unnarrowed })}
            </button>
          </li>
        )}
        {question.field !== 'anywhere' && (
          <li>
            <button
              type="button"
              className={styles.linkButton}
              onClick={() => {
                onChange({ ...question, field: 'anywhere', page: 1 })
              }}
            >
              {t('search.offer.anywhere')}
            </button>
          </li>
        )}
      </ul>
      <Offers question={question} offers={answer.offers} onChange={onChange} />
      <p>{t('search.askStaff')}</p>
    </div>
  )
}
