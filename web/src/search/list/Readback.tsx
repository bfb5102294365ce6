/** How the query was read, part by part, each of which one press takes back. */
import type { SearchAnswer } from '@catalex/contract/search'
import type { Question } from '@catalex/core/query'
import { useTranslation } from 'react-i18next'
import { RemovableChip } from '../../ui/RemovableChip.tsx'
import styles from '../search.module.css'

interface Props {
  question: Question
  answer: SearchAnswer
  onChange(next: Question): void
}

export function Readback({ question, answer, onChange }: Props) {
  const { t } = useTranslation()
  if (answer.readback.length === 0) return null
  const part = (key: string, label: string, next: Question, kind?: string) => (
    <RemovableChip
      key={key}
      label={
        <>
          {kind && <i>{kind}</i>} {label}
        </>
      }
      removeLabel={t('search.takeBack', { what: label })}
      onRemove={() => {
        onChange(next)
      }}
    />
  )
  return (
    <div className={styles.readback}>
      <span>{t('search.readAs')}</span>
      {question.field !== 'anywhere' && part('field', t(`band.fields.${question.field}`), { ...question, field: 'anywhere', page: 1 })}
      {answer.readback.map(({ kind, text, without }, i) =>
        part(
          String(i),
          kind === 'phrase' ? `“${text}”` : text,
          { ...question, q: without, page: 1 },
          kind === 'word' ? undefined : t(`search.kinds.${kind}`),
        ),
      )}
      {answer.shortened.length > 0 && (
        <span>{t('search.shortened', { words: answer.shortened.map((word) => `${word}*`).join(', ') })}</span>
      )}
    </div>
  )
}
