/** Every narrowing in force, each dropped with one press. */
import { carriersOf, FAMILIES, type Family } from '@catalex/core/catalogue'
import { useTranslation } from 'react-i18next'
import { usePlaces } from '../app/places.tsx'
import { countNarrowings, NARROWING_LISTS, withoutNarrowing, type Question } from './address.ts'
import styles from './search.module.css'

export function InForce({ question, onChange }: { question: Question; onChange(next: Question): void }) {
  const { t } = useTranslation()
  const { placeName } = usePlaces()
  const count = countNarrowings(question)
  if (count === 0) return null
  const nameOf = (list: (typeof NARROWING_LISTS)[number], code: string): string => {
    if (list === 'place' || list === 'notPlace') return placeName(code)
    return Object.hasOwn(FAMILIES, code) ? t(`families.${code as Family}`) : t(`carriers.${carriersOf(code)[0] ?? 'book'}`)
  }
  return (
    <div className={styles.readback}>
      <span>{t('narrowing.inForce')}</span>
      {NARROWING_LISTS.flatMap((list) =>
        question[list].map((code) => {
          const name = nameOf(list, code)
          const label = list.startsWith('not') ? t('narrowing.not_label', { value: name }) : name
          return (
            <Chip
              key={`${list} ${code}`}
              label={label}
              excluded={list.startsWith('not')}
              onDrop={() => {
                onChange({ ...question, [list]: question[list].filter((other) => other !== code), page: 1 })
              }}
            />
          )
        }),
      )}
      {question.inNow && (
        <Chip
          label={t('narrowing.inNow')}
          onDrop={() => {
            onChange({ ...question, inNow: false, page: 1 })
          }}
        />
      )}
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
