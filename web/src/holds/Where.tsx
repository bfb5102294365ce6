/** Where it is collected: each pickup location with where the copy comes from, what it costs, or why not. */
import type { HoldOptions } from '@catalex/contract/holds'
import { spansOn, type OpeningHours } from '@catalex/core/calendar'
import { useEffect, useRef, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { amountInWords, nowIn, nthInWords } from '../app/formats.ts'
import { usePlaces } from '../app/places.tsx'
import { refusalInWords } from '../ui/refusals.ts'
import styles from './holds.module.css'

/** Shown at first; the rest at one press. */
const FIRST = 5

export function Where({ options, pickup, onChange }: { options: HoldOptions | undefined; pickup: string; onChange(branch: string): void }) {
  const { t } = useTranslation()
  const { branchName, all } = usePlaces()
  const [more, setMore] = useState(false)
  const [first] = useState(pickup)
  // The reader's own place first, then those that a copy reaches straight, then lines and refusals; kept so while choosing.
  const rank = (option: HoldOptions['pickups'][number]) => (option.branch === first ? 0 : option.refusal ? 3 : option.line ? 2 : 1)
  const sorted = [...(options?.pickups ?? [])].sort((a, b) => rank(a) - rank(b))
  const shown = more ? sorted : sorted.filter((option, i) => i < FIRST || option.branch === pickup)
  // The button that shows the rest goes away: the focus goes on to the first that it brought.
  const firstNew = useRef<HTMLInputElement>(null)
  useEffect(() => {
    if (more) firstNew.current?.focus()
  }, [more])
  return (
    <fieldset className={styles.part}>
      <legend>{t('hold.where')}</legend>
      {shown.map((option, i) => (
        <label key={option.branch} className={styles.choice} data-chosen={option.branch === pickup}>
          <input
            ref={i === FIRST ? firstNew : undefined}
            type="radio"
            name="pickup"
            checked={option.branch === pickup}
            onChange={() => {
              onChange(option.branch)
            }}
          />
          <span className={styles.name}>{branchName(option.branch)}</span>
          {option.refusal ? (
            <span className={styles.refused}>{refusalInWords(t, option.refusal, all.timeZone)}</span>
          ) : (
            <>
              <span className={styles.soft}>
                {option.line
                  ? t('hold.line', { place: nthInWords(option.line.before + 1) })
                  : option.from === option.branch
                    ? t('hold.fromHere')
                    : t('hold.fromBranch', { branch: branchName(option.from ?? '') })}
              </span>
              <span className={styles.cost}>{option.cost === 0 ? t('routes.free') : amountInWords(option.cost)}</span>
            </>
          )}
        </label>
      ))}
      {shown.length < sorted.length && (
        <button
          type="button"
          className={styles.more}
          onClick={() => {
            setMore(true)
          }}
        >
          {t('hold.more', { count: sorted.length - shown.length })}
        </button>
      )}
      <Desk branch={pickup} />
    </fieldset>
  )
}

function Desk({ branch: code }: { branch: string }) {
  const { t } = useTranslation()
  const { branch: find, all } = usePlaces()
  const branch = find(code)
  if (!branch?.pickup) return null
  const { desk, bring, holdShelfDays } = branch.pickup
  const spans = spansOn({ weekly: branch.hours as OpeningHours['weekly'], closures: branch.closures }, nowIn(all.timeZone))
  const hours = spans.map(([from, till]) => `${from.toFormat('HH:mm')}–${till.toFormat('HH:mm')}`).join(', ')
  return (
    <p className={styles.soft}>
      {t('hold.desk', { desk, bring, hours: hours === '' ? t('hold.shutToday') : t('hold.open', { hours }) })}{' '}
      {t('hold.keptDays', { count: holdShelfDays })}
    </p>
  )
}
