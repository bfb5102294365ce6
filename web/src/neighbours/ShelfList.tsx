/** The shelf as a list: the call number, the title and its status, a few on each side at first. */
import { familyOf } from '@catalex/core/catalogue'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { dueInWords } from '../shared/formats.ts'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { SpineLabel } from '../ui/marks/SpineLabel.tsx'
import { Words } from '../ui/Words.tsx'
import type { ShelfProps } from './shelfProps.ts'
import styles from './neighbours.module.css'

/** On each side at first, and with each press. */
const STEP = 4

export function ShelfList({ spines, own, onLeft, onRight }: ShelfProps) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const links = useLinks()
  const [reach, setReach] = useState({ left: STEP, right: STEP })
  const at = spines.findIndex(({ barcode }) => barcode === own)
  const from = Math.max(0, at - reach.left)
  const until = Math.min(spines.length, at + 1 + reach.right)
  const further = (side: 'left' | 'right', here: boolean, fetch: (() => void) | null) => {
    if (!here && fetch === null) return null
    return (
      <Button
        size="small"
        onClick={() => {
          setReach({ ...reach, [side]: reach[side] + STEP })
          if (!here) fetch?.()
        }}
      >
        {t(`neighbours.${side}`)}
      </Button>
    )
  }
  return (
    <>
      {further('left', from > 0, onLeft)}
      <ol className={styles.list} aria-label={t('neighbours.shelf')}>
        {spines.slice(from, until).map((spine) => (
          <li key={spine.barcode} aria-current={spine.barcode === own ? 'true' : undefined}>
            <SpineLabel lines={spine.callNumber.spine} family={familyOf(spine.carrier)} />
            <span>
              {spine.barcode === own ? (
                <b>
                  <Words>{spine.title}</Words>
                </b>
              ) : (
                <Link to={links.title(spine.controlNumber)}>
                  <Words>{spine.title}</Words>
                </Link>
              )}{' '}
              <span className={styles.soft}>{[...spine.who, spine.year].filter(Boolean).join(', ')}</span>
            </span>
            <span className={styles.status} data-in={spine.inNow}>
              {spine.statusText ?? t(`status.${spine.status}`)}
              {spine.due && <span className={styles.soft}> {t('status.due', { date: dueInWords(spine.due, all.timeZone) })}</span>}
            </span>
          </li>
        ))}
      </ol>
      {further('right', until < spines.length, onRight)}
    </>
  )
}
