/** The head of the list: how many titles, how the query was read, in which order. */
import type { SearchAnswer } from '@catalex/contract/search'
import { SORTS, type Sort } from '@catalex/core/asking'
import { useTranslation } from 'react-i18next'
import { countNarrowings, type Question } from './address.ts'
import { InForce } from './InForce.tsx'
import { Offers } from './Offers.tsx'
import styles from './search.module.css'

interface Props {
  question: Question
  answer: SearchAnswer
  onChange(next: Question): void
  /** Phones open the Narrowing from here. */
  onNarrow?: () => void
}

export function Head({ question, answer, onChange, onNarrow }: Props) {
  const { t } = useTranslation()
  const words = answer.readback.filter((part) => part.kind === 'word' || part.kind === 'prefix').length
  const amount = (['none', 'one', 'two', 'many'] as const)[Math.min(words, 3)]
  const narrowings = countNarrowings(question)
  const plain = answer.readback.every((part) => part.kind === 'word' || part.kind === 'article')
  return (
    <div className={styles.head}>
      <div className={styles.headLine}>
        <h1 aria-live="polite">{t('search.titles', { count: answer.count })}</h1>
        {question.field === 'anywhere' && plain && <span className={styles.soft}>{t(`search.all.${amount}`)}</span>}
        {onNarrow && (
          <button type="button" className={styles.linkButton} onClick={onNarrow}>
            {narrowings > 0 ? t('search.phoneNarrowed', { count: narrowings }) : t('search.phoneNarrow')}
          </button>
        )}
        <label className={styles.order}>
          {t('search.order')}
          <select
            value={question.sort}
            onChange={(event) => {
              onChange({ ...question, sort: event.target.value as Sort, page: 1 })
            }}
          >
            {SORTS.map((sort) => (
              <option key={sort} value={sort}>
                {t(`search.sorts.${sort}`)}
              </option>
            ))}
          </select>
        </label>
      </div>
      <Readback question={question} answer={answer} onChange={onChange} />
      {answer.count > 0 && <Offers question={question} offers={answer.offers} onChange={onChange} />}
      <InForce question={question} answer={answer} onChange={onChange} />
    </div>
  )
}

function Readback({ question, answer, onChange }: Omit<Props, 'onNarrow'>) {
  const { t } = useTranslation()
  if (answer.readback.length === 0) return null
  return (
    <div className={styles.readback}>
      <span>{t('search.readAs')}</span>
      {question.field !== 'anywhere' && (
        <Part
          label={t(`band.fields.${question.field}`)}
          onTakeBack={() => {
            onChange({ ...question, field: 'anywhere', page: 1 })
          }}
        />
      )}
      {answer.readback.map((part, i) => (
        <Part
          key={i}
          kind={part.kind === 'word' ? undefined : t(`search.kinds.${part.kind}`)}
          label={part.kind === 'phrase' ? `“${part.text}”` : part.text}
          onTakeBack={() => {
            onChange({ ...question, q: part.without, page: 1 })
          }}
        />
      ))}
    </div>
  )
}

function Part({ kind, label, onTakeBack }: { kind?: string; label: string; onTakeBack(): void }) {
  const { t } = useTranslation()
  return (
    <span className={styles.part}>
      {kind && <i>{kind}</i>} {label}
      <button type="button" onClick={onTakeBack} aria-label={t('search.takeBack', { what: label })}>
        ×
      </button>
    </span>
  )
}
