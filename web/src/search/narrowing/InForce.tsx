/** Every narrowing in force, each removed with one press; those that are kept say so, and how many titles they hide. */
import type { SearchAnswer } from '@catalex/contract/search'
import {
  countNarrowings,
  isNarrowed,
  NARROWINGS,
  withCopies,
  withoutNarrowing,
  withValue,
  type NarrowingName,
  type Question,
} from '@catalex/core/query'
import Button from '@mui/material/Button'
import { useTranslation } from 'react-i18next'
import { dayInWords } from '../../shared/formats.ts'
import { usePlaces } from '../../shared/places.tsx'
import { useValueName } from '../../shared/valueNames.ts'
import { Hint } from '../../ui/hints/Hint.tsx'
import { RemovableChip } from '../../ui/RemovableChip.tsx'
import styles from './narrowing.module.css'

interface Props {
  question: Question
  answer: SearchAnswer
  onChange(next: Question): void
}

export function InForce({ question, answer, onChange }: Props) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const count = countNarrowings(question)
  const { display } = question
  if (count === 0 && display === '') return null
  return (
    <div className={styles.inForce}>
      <span>{t('narrowing.inForce')}</span>
      {display !== '' && (
        <RemovableChip
          label={
            display.startsWith('since:')
              ? t('displays.since', { date: dayInWords(display.slice(6), all.timeZone) })
              : t('displays.chip', { name: answer.display ?? t(display === 'new' ? 'displays.new' : 'displays.gone') })
          }
          removeLabel={t('narrowing.drop', { what: answer.display ?? display })}
          onRemove={() => {
            onChange({ ...question, display: '', page: 1 })
          }}
        />
      )}
      {NARROWINGS.filter((name) => isNarrowed(question, name)).map((name) => (
        <Group key={name} name={name} question={question} answer={answer} onChange={onChange} />
      ))}
      {count > 1 && (
        <Button
          size="small"
          onClick={() => {
            onChange(withoutNarrowing(question))
          }}
        >
          {t('narrowing.clear')}
        </Button>
      )}
    </div>
  )
}

/** The values of one narrowing, and whether it is kept. */
function Group({ name, question, answer, onChange }: Props & { name: NarrowingName }) {
  const { t } = useTranslation()
  const choices = useChoices(name, question)
  const kept = question.kept.includes(name)
  const hidden = (answer.without[name] ?? answer.count) - answer.count
  return (
    <span className={styles.group} data-kept={kept}>
      {choices.map(({ label, excluded, without }) => (
        <RemovableChip
          key={label}
          label={label}
          attention={excluded}
          removeLabel={t('narrowing.drop', { what: label })}
          onRemove={() => {
            onChange(without)
          }}
        />
      ))}
      <Hint text={t('narrowing.keepHelp')}>
        <Button
          size="small"
          color="inherit"
          className={styles.keep}
          aria-pressed={kept}
          aria-label={t(kept ? 'narrowing.dontKeep' : 'narrowing.keep', { what: t(`narrowing.names.${name}`) })}
          onClick={() => {
            onChange({ ...question, kept: kept ? question.kept.filter((other) => other !== name) : [...question.kept, name] })
          }}
        >
          {kept ? t('narrowing.kept') : t('narrowing.keepShort')}
        </Button>
      </Hint>
      {kept && hidden > 0 && <span>{t('narrowing.hides', { count: hidden })}</span>}
    </span>
  )
}

interface Choice {
  label: string
  excluded?: boolean
  /** The question without it. */
  without: Question
}

function useChoices(name: NarrowingName, question: Question): Choice[] {
  const { t } = useTranslation()
  const valueName = useValueName()
  if (name === 'years') {
    const { from, to } = question.years
    const span = from !== null && to !== null ? t('narrowing.yearSpan', { from, to }) : null
    const label = span ?? (from !== null ? t('narrowing.yearFrom', { from }) : t('narrowing.yearTo', { to: to ?? 0 }))
    return [{ label, without: withoutNarrowing(question, 'years') }]
  }
  if (name === 'by') return question.by === null ? [] : [{ label: t(`narrowing.inHandChip.${question.by}`), without: withoutNarrowing(question, 'by') }] // prettier-ignore
  if (name === 'copies')
    return question.copies.map((copy) => ({ label: t(`narrowing.copies.${copy}`), without: withCopies(question, copy) }))
  const without = (value: string) => withValue(question, name, value, 'none')
  return [
    ...question.only[name].map((value) => ({ label: valueName(name, value), without: without(value) })),
    ...question.not[name].map((value) => ({
      label: t('narrowing.not_label', { value: valueName(name, value) }),
      excluded: true,
      without: without(value),
    })),
  ]
}
