/** Every narrowing in force, each dropped with one press; those that are kept say so, and how many titles they hide. */
import type { SearchAnswer } from '@catalex/contract/search'
import { FACETS } from '@catalex/core/asking'
import { useTranslation } from 'react-i18next'
import {
  countNarrowings,
  isNarrowed,
  NARROWINGS,
  withCopies,
  withoutNarrowing,
  withValue,
  type NarrowingName,
  type Question,
} from './address.ts'
import { useValueName } from './valueNames.ts'
import styles from './search.module.css'

interface Props {
  question: Question
  answer: SearchAnswer
  onChange(next: Question): void
}

export function InForce({ question, answer, onChange }: Props) {
  const { t } = useTranslation()
  const count = countNarrowings(question)
  if (count === 0) return null
  return (
    <div className={styles.readback}>
      <span>{t('narrowing.inForce')}</span>
      {NARROWINGS.filter((name) => isNarrowed(question, name)).map((name) => (
        <Group key={name} name={name} question={question} answer={answer} onChange={onChange} />
      ))}
      {count > 1 && (
        <button
          type="button"
          className={styles.linkButton}
          onClick={() => {
            onChange(withoutNarrowing(question))
          }}
        >
          {t('narrowing.clear')}
        </button>
      )}
    </div>
  )
}

/** The values of one narrowing, and whether it is kept. */
function Group({ name, question, answer, onChange }: Props & { name: NarrowingName }) {
  const { t } = useTranslation()
  const kept = question.kept.includes(name)
  const hidden = answer.without[name] - answer.count
  const what = t(`narrowing.names.${name}`)
  return (
    <span className={styles.group} data-kept={kept}>
      <Values name={name} question={question} onChange={onChange} />
      <button
        type="button"
        className={styles.keep}
        aria-pressed={kept}
        aria-label={t(kept ? 'narrowing.dontKeep' : 'narrowing.keep', { what })}
        title={t('narrowing.keepHelp')}
        onClick={() => {
          onChange({ ...question, kept: kept ? question.kept.filter((other) => other !== name) : [...question.kept, name] })
        }}
      >
        {kept ? t('narrowing.kept') : t('narrowing.keepShort')}
      </button>
      {kept && hidden > 0 && <span>{t('narrowing.hides', { count: hidden })}</span>}
    </span>
  )
}

function Values({ name, question, onChange }: { name: NarrowingName; question: Question; onChange(next: Question): void }) {
  const { t } = useTranslation()
  const valueName = useValueName()
  if (name === 'years') {
    const { from, to } = question.years
    const label =
      from !== null && to !== null
        ? t('narrowing.yearSpan', { from, to })
        : from !== null
          ? t('narrowing.yearFrom', { from })
          : t('narrowing.yearTo', { to: to ?? 0 })
    return (
      <Chip
        label={label}
        onDrop={() => {
          onChange(withoutNarrowing(question, 'years'))
        }}
      />
    )
  }
  if (name === 'copies')
    return question.copies.map((copy) => (
      <Chip
        key={copy}
        label={t(`narrowing.copies.${copy}`)}
        onDrop={() => {
          onChange(withCopies(question, copy))
        }}
      />
    ))
  const facet = FACETS.find((candidate) => candidate === name) ?? 'place'
  const drop = (code: string) => {
    onChange(withValue(question, facet, code, 'none'))
  }
  return (
    <>
      {question.only[facet].map((code) => (
        <Chip
          key={code}
          label={valueName(facet, code)}
          onDrop={() => {
            drop(code)
          }}
        />
      ))}
      {question.not[facet].map((code) => (
        <Chip
          key={code}
          excluded
          label={t('narrowing.not_label', { value: valueName(facet, code) })}
          onDrop={() => {
            drop(code)
          }}
        />
      ))}
    </>
  )
}

function Chip({ label, excluded, onDrop }: { label: string; excluded?: boolean; onDrop(): void }) {
  const { t } = useTranslation()
  return (
    <span className={styles.part} data-excluded={excluded}>
      {label}
      <button type="button" onClick={onDrop} aria-label={t('narrowing.drop', { what: label })}>
        ×
      </button>
    </span>
  )
}
