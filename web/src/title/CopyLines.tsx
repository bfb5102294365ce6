/** Copies, one a line: its label, place, call number, status, and for how long it is lent. */
import type { CopyLine } from '@catalex/contract/title'
import type { Family } from '@catalex/core/catalogue'
import CopyIcon from '@mui/icons-material/ContentCopyOutlined'
import ExplainIcon from '@mui/icons-material/HelpOutlineOutlined'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { Suspense, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { dueInWords } from '../shared/formats.ts'
import { useNotice } from '../shared/notices.tsx'
import { usePlaces } from '../shared/places.tsx'
import { refusalInWords } from '../shared/problems.ts'
import { Hint } from '../ui/hints/Hint.tsx'
import { SpineLabel } from '../ui/marks/SpineLabel.tsx'
import { lazyWithTexts, overThePage } from '../ui/parts/lazyPart.tsx'
import styles from './title.module.css'

const CallNumberDialog = lazyWithTexts(() => import('../callnumber/CallNumberDialog.tsx'), overThePage)

export interface CopyLinesProps {
  family: Family
  onHold: ((copy: CopyLine) => void) | undefined
  /** Shows a copy on the plan of its floor. */
  onPlan: ((copy: CopyLine) => void) | undefined
}

export const CopyLines = ({ copies, ...each }: CopyLinesProps & { copies: readonly CopyLine[] }) => (
  <ul>
    {copies.map((copy) => (
      <Line key={copy.barcode} copy={copy} {...each} />
    ))}
  </ul>
)

function Line({ copy, family, onHold, onPlan }: CopyLinesProps & { copy: CopyLine }) {
  const { t } = useTranslation()
  const { all, branchName } = usePlaces()
  const notify = useNotice()
  const [explained, setExplained] = useState(false)
  const { text, spine } = copy.place.callNumber
  const copyText = async () => {
    await navigator.clipboard.writeText(text)
    notify(t('title.copied'))
  }
  const state = copy.inNow ? 'in' : copy.status === 'missing' ? 'lost' : 'out'
  return (
    <li className={styles.copy}>
      <SpineLabel lines={spine} family={family} repeated />
      <div className={styles.where}>
        <span>{copy.place.collection}</span>
        <span className={styles.soft}>{copy.place.floor}</span>
        {onPlan && copy.place.bay !== null && (
          <Button
            size="small"
            className={styles.onPlan}
            data-screen
            aria-label={t('plan.show', { text })}
            onClick={() => {
              onPlan(copy)
            }}
          >
            {t('plan.onPlan')}
          </Button>
        )}
      </div>
      <div className={styles.call}>
        <span>{text}</span>
        <Hint text={t('title.copyCall', { text })}>
          <IconButton size="small" data-screen aria-label={t('title.copyCall', { text })} onClick={() => void copyText()}>
            <CopyIcon sx={{ fontSize: '0.9375rem' }} />
          </IconButton>
        </Hint>
        <Hint text={t('title.explainCall', { text })}>
          <IconButton
            size="small"
            data-screen
            aria-label={t('title.explainCall', { text })}
            onClick={() => {
              setExplained(true)
            }}
          >
            <ExplainIcon sx={{ fontSize: '0.9375rem' }} />
          </IconButton>
        </Hint>
        {explained && (
          <Suspense>
            <CallNumberDialog
              copy={copy}
              family={family}
              onClose={() => {
                setExplained(false)
              }}
            />
          </Suspense>
        )}
      </div>
      <div className={styles.state}>
        <Hint text={t(`status.explain.${copy.status}`)}>
          <b data-state={state}>{copy.statusText ?? t(`status.${copy.status}`)}</b>
        </Hint>
        {copy.due && (
          <span className={styles.soft}>
            {t(copy.status === 'overdue' ? 'status.wasDue' : 'status.due', { date: dueInWords(copy.due, all.timeZone) })}
          </span>
        )}
        {copy.pieces.map(({ what, branch, collection, floor }) => (
          <span key={what} className={styles.soft}>
            {t('title.belongs', {
              what,
              place: [branch === copy.place.branch ? '' : branchName(branch), collection, floor].filter(Boolean).join(', '),
            })}
          </span>
        ))}
        {copy.note && (
          <span className={styles.soft} dir="auto">
            {copy.note}
          </span>
        )}
      </div>
      <div className={styles.terms}>
        {copy.use !== 'loan' && <span>{t(`use.${copy.use}`)}</span>}
        {copy.loan !== null && <span className={styles.soft}>{t(`loans.length.${copy.loan.unit}`, { count: copy.loan.count })}</span>}
        {onHold && copy.hold.allowed && (
          <Button
            size="small"
            aria-label={`${t('title.holdVolume')}: ${copy.enumeration ?? text}`}
            data-screen
            onClick={() => {
              onHold(copy)
            }}
          >
            {t('title.holdVolume')}
          </Button>
        )}
        {!copy.hold.allowed && copy.hold.refusal.code === 'rule' && copy.inNow && (
          <span className={styles.reason}>{refusalInWords(t, { ...copy.hold.refusal, remedy: null }, all)}</span>
        )}
      </div>
    </li>
  )
}
