/** The head of the list: how many titles, how the query was read, in which order. */
import type { SearchAnswer } from '@catalex/contract/search'
import { countNarrowings, SORTS, type Question } from '@catalex/core/query'
import Button from '@mui/material/Button'
import InputBase from '@mui/material/InputBase'
import NativeSelect from '@mui/material/NativeSelect'
import { useTranslation } from 'react-i18next'
import { RemovableChip } from '../../ui/RemovableChip.tsx'
import { InForce } from '../narrowing/InForce.tsx'
import styles from '../search.module.css'
import { Offers } from './Offers.tsx'

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
  const amount = (['none', 'one', 'two'] as const)[words] ?? 'many'
  const narrowings = countNarrowings(question)
  const plain = answer.readback.every((part) => part.kind === 'word' || part.kind === 'article')
  return (
    <div className={styles.head}>
      <div className={styles.headLine}>
        <h1 aria-live="polite">{t('search.titles', { count: answer.count })}</h1>
        {question.field === 'anywhere' && plain && <span className={styles.soft}>{t(`search.all.${amount}`)}</span>}
        {onNarrow && (
          <Button size="small" onClick={onNarrow}>
            {narrowings > 0 ? t('search.phoneNarrowed', { count: narrowings }) : t('search.phoneNarrow')}
          </Button>
        )}
        <label className={styles.order}>
          {t('search.order')}{' '}
          <NativeSelect
            value={question.sort}
            input={<InputBase />}
            className={styles.sort}
            onChange={(event) => {
              onChange({ ...question, sort: SORTS.find((sort) => sort === event.target.value) ?? 'relevance', page: 1 })
            }}
          >
            {SORTS.map((sort) => (
              <option key={sort} value={sort}>
                {t(`search.sorts.${sort}`)}
              </option>
            ))}
          </NativeSelect>
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
