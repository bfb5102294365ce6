/** The head of the list: how many titles, how the query was read, in which order, how densely. */
import type { SearchAnswer } from '@catalex/contract/search'
import { countNarrowings, SORTS, type Question } from '@catalex/core/query'
import Button from '@mui/material/Button'
import InputBase from '@mui/material/InputBase'
import MuiLink from '@mui/material/Link'
import NativeSelect from '@mui/material/NativeSelect'
import type { Ref } from 'react'
import { useTranslation } from 'react-i18next'
import { InForce } from '../narrowing/InForce.tsx'
import styles from '../search.module.css'
import { Meant } from './Meant.tsx'
import { Offers } from './Offers.tsx'
import { Readback } from './Readback.tsx'
import { DENSITIES, type Density } from './useDensity.ts'

interface Props {
  ref: Ref<HTMLHeadingElement>
  /** As it was read, and as it was asked. */
  question: Question
  asked: Question
  answer: SearchAnswer
  density: Density
  onDensity(density: Density): void
  onChange(next: Question): void
  /** Phones open the Narrowing from here. */
  onNarrow?: () => void
}

export function Head({ ref, question, asked, answer, density, onDensity, onChange, onNarrow }: Props) {
  const { t } = useTranslation()
  const words = answer.readback.filter((part) => part.kind === 'word' || part.kind === 'prefix').length
  const amount = (['none', 'one', 'two'] as const)[words] ?? 'many'
  const narrowings = countNarrowings(question)
  const plain = answer.readback.every((part) => part.kind === 'word' || part.kind === 'article')
  return (
    <div className={styles.head}>
      <div className={styles.headLine}>
        <h1 ref={ref} tabIndex={-1} aria-live="polite">
          {t('search.titles', { count: answer.count })}
        </h1>
        {question.field === 'anywhere' && plain && <span className={styles.soft}>{t(`search.all.${amount}`)}</span>}
        {onNarrow && (
          <Button size="small" onClick={onNarrow}>
            {narrowings > 0 ? t('search.phoneNarrowed', { count: narrowings }) : t('search.phoneNarrow')}
          </Button>
        )}
        <span className={styles.order}>
          {!onNarrow && (
            <Choice
              label={t('search.density')}
              values={DENSITIES}
              value={density}
              name={(one) => t(`search.densities.${one}`)}
              onChange={onDensity}
            />
          )}
          <Choice
            label={t('search.order')}
            values={SORTS.filter((one) => one !== 'in-hand' || answer.inHand !== null)}
            value={question.sort}
            name={(one) => t(`search.sorts.${one}`)}
            onChange={(sort) => {
              onChange({ ...question, sort, page: 1 })
            }}
          />
        </span>
      </div>
      {answer.meant && <Meant asked={asked} meant={answer.meant} onChange={onChange} />}
      <Readback question={question} answer={answer} onChange={onChange} />
      {answer.weak > 0 && answer.weak < answer.count && (
        <p className={styles.weak}>
          {t('search.weak', { count: answer.weak })}{' '}
          <MuiLink
            component="button"
            onClick={() => {
              onChange({ ...question, field: 'no-publisher', page: 1 })
            }}
          >
            {t('search.weakOut')}
          </MuiLink>
        </p>
      )}
      {answer.count > 0 && <Offers question={question} offers={answer.offers} onChange={onChange} />}
      <InForce question={question} answer={answer} onChange={onChange} />
    </div>
  )
}

interface ChoiceProps<T extends string> {
  label: string
  values: readonly T[]
  value: T
  name(value: T): string
  onChange(value: T): void
}

function Choice<T extends string>({ label, values, value, name, onChange }: ChoiceProps<T>) {
  return (
    <label>
      {label}{' '}
      <NativeSelect
        value={value}
        input={<InputBase />}
        className={styles.sort}
        onChange={(event) => {
          const chosen = values.find((one) => one === event.target.value)
          if (chosen !== undefined) onChange(chosen)
        }}
      >
        {values.map((one) => (
          <option key={one} value={one}>
            {name(one)}
          </option>
        ))}
      </NativeSelect>
    </label>
  )
}
