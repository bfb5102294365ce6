/** "v. 1–16, 18–40, 1979–2018; v. 17 lacking" */
import type { Held } from '@catalex/core/journals'
import { useTranslation } from 'react-i18next'

/** Volumes lacking that are named; of more the number is said. */
const MOST_NAMED = 12

const span = ({ from, to }: { from: number; to: number }): string => (from === to ? String(from) : `${String(from)}–${String(to)}`)

export function useHeldInWords(): (held: Held) => string {
  const { t } = useTranslation()
  return ({ runs, lacking, years }) => {
    if (runs.length === 0) return years === null ? '' : t('journals.held', { what: span(years) })
    const volumes = t('journals.volumes', { numbers: runs.map(span).join(', ') })
    const held = t('journals.held', { what: [volumes, years && span(years)].filter(Boolean).join(', ') })
    if (lacking.length === 0) return held
    const missing = lacking.length > MOST_NAMED ? t('journals.manyLacking', { count: lacking.length }) : t('journals.someLacking', { numbers: lacking.join(', ') }) // prettier-ignore
    return `${held} ${missing}`
  }
}
