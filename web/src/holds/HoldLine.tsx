/** One of several titles to be held: what it is, how it would come or why not, and what came of it. */
import type { ResultRow } from '@catalex/contract/search'
import type { Which } from '@catalex/core/satchel'
import Checkbox from '@mui/material/Checkbox'
import MuiLink from '@mui/material/Link'
import Skeleton from '@mui/material/Skeleton'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { momentInWords } from '../shared/formats.ts'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { problemInWords, refusalInWords } from '../shared/problems.ts'
import { Words } from '../ui/Words.tsx'
import { priceInWords } from './price.ts'
import { useWhence } from './form/useWhence.ts'
import type { Each } from './useOptionsOfEach.ts'
import styles from './holds.module.css'

/** What came of one title: placed, or why not. */
export type Outcome = { placed: true } | { placed: false; why: string }

interface Props {
  which: Which
  row: ResultRow | undefined
  each: Each
  outcome: Outcome | undefined
  chosen: boolean
  /** Whether it is held with the others; not while they are placed. */
  onChoose: ((chosen: boolean) => void) | undefined
}

export function HoldLine({ which, row, each, outcome, chosen, onChoose }: Props) {
  const { t } = useTranslation()
  const links = useLinks()
  const title = row?.title ?? which.controlNumber
  const edition = row?.editions.find(({ controlNumber }) => controlNumber === which.controlNumber)
  return (
    <li>
      <Checkbox
        size="small"
        checked={outcome?.placed === true || chosen}
        disabled={onChoose === undefined || outcome?.placed === true || each.kind !== 'option'}
        slotProps={{ input: { 'aria-label': t('holdAll.with', { title }) } }}
        onChange={(_, on) => onChoose?.(on)}
      />
      <div>
        <b>
          {onChoose ? (
            <MuiLink component={Link} to={links.title(which.controlNumber)} color="inherit">
              <Words>{title}</Words>
            </MuiLink>
          ) : (
            <Words>{title}</Words>
          )}
        </b>
        <span className={styles.soft}>
          {' '}
          {[row?.who.join(', '), edition && t(`carriers.${edition.carrier}`), edition?.year].filter(Boolean).join(', ')}
        </span>
      </div>
      {outcome ? (
        <span className={outcome.placed ? styles.placed : styles.refused}>{outcome.placed ? t('holdAll.placed') : outcome.why}</span>
      ) : (
        <Beforehand each={each} />
      )}
    </li>
  )
}

function Beforehand({ each }: { each: Each }) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const whence = useWhence()
  switch (each.kind) {
    case 'waiting':
      return <Skeleton width="60%" />
    case 'failed':
      return <span className={styles.refused}>{problemInWords(t, each.error, all)}</span>
    case 'refused':
      return <span className={styles.refused}>{refusalInWords(t, each.refusal, all)}</span>
    case 'option':
      return (
        <span className={styles.soft}>
          {whence(each.option)}
          {each.option.delivery && ` · ${momentInWords(each.option.delivery.inHand, all.timeZone)}`} · {priceInWords(t, each.option)}
        </span>
      )
  }
}
