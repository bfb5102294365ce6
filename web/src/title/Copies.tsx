/** Every copy on one line, own place first: where, call number, status, for how long. */
import type { CopyLine, TitlePage } from '@catalex/contract/title'
import { openState } from '@catalex/core/calendar'
import type { Family } from '@catalex/core/catalogue'
import CopyIcon from '@mui/icons-material/ContentCopyOutlined'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import TextField from '@mui/material/TextField'
import { DateTime } from 'luxon'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { dayInWords, now, timeInWords } from '../shared/formats.ts'
import { useNotice } from '../shared/notices.tsx'
import { usePlaces } from '../shared/places.tsx'
import { refusalInWords } from '../shared/problems.ts'
import { useScope } from '../shared/scope.tsx'
import { Hint } from '../ui/Hint.tsx'
import { SpineLabel } from '../ui/SpineLabel.tsx'
import styles from './title.module.css'

/** More lines than this and the table can be searched. */
const LONG = 12

export function Copies({ page, family, onHoldVolume }: { page: TitlePage; family: Family; onHoldVolume(barcode: string): void }) {
  const { t } = useTranslation()
  const { branchName } = usePlaces()
  const { scope } = useScope()
  const [sought, setSought] = useState('')
  const { copies } = page
  const volumes = family === 'journal' && copies.some((copy) => copy.enumeration !== null)
  const shown = copies.filter(
    (copy) =>
      sought === '' ||
      `${copy.enumeration ?? ''} ${branchName(copy.place.branch)} ${copy.place.callNumber.text}`
        .toLowerCase()
        .includes(sought.toLowerCase()),
  )
  const branches = [...new Set(shown.map((copy) => copy.place.branch))]
  const inNow = copies.filter((copy) => copy.inNow).length
  return (
    <section aria-labelledby="copies-heading">
      <div className={styles.sectionHead}>
        <h2 id="copies-heading">{volumes ? t('title.volume') : t('title.copies')}</h2>
        <span className={styles.soft}>{t('title.copiesCount', { inNow, owned: copies.length })}</span>
        {copies.length > LONG && (
          <TextField
            className={styles.seek}
            value={sought}
            placeholder={t('title.findVolume')}
            slotProps={{ htmlInput: { 'aria-label': t('title.findVolume') } }}
            onChange={(event) => {
              setSought(event.target.value)
            }}
          />
        )}
      </div>
      {copies.length === 0 && <p>{t('title.noCopies')}</p>}
      {copies.length > 0 && !copies.some((copy) => copy.place.branch === scope.at) && (
        <p className={styles.soft}>{t('title.noneHere', { place: branchName(scope.at) })}</p>
      )}
      {branches.map((branch) => (
        <div key={branch} className={styles.place}>
          <PlaceHead branch={branch} />
          <ul>
            {shown
              .filter((copy) => copy.place.branch === branch)
              .map((copy) => (
                <Line
                  key={copy.barcode}
                  copy={copy}
                  family={family}
                  onHold={
                    volumes
                      ? () => {
                          onHoldVolume(copy.barcode)
                        }
                      : undefined
                  }
                />
              ))}
          </ul>
        </div>
      ))}
    </section>
  )
}

function PlaceHead({ branch }: { branch: string }) {
  const { t } = useTranslation()
  const { branch: find, placeName, all } = usePlaces()
  const found = find(branch)
  if (!found) return null
  const at = DateTime.fromMillis(now(), { zone: all.timeZone })
  const state = openState({ weekly: found.hours, closures: found.closures }, at)
  return (
    <h3>
      {found.name} <span className={styles.soft}>{placeName(found.system)}</span>
      <span className={styles.hours}>
        {state.open ? t('title.openTill', { time: timeInWords(state.until.toISO() ?? '', all.timeZone) }) : t('title.shut')}
      </span>
    </h3>
  )
}

function Line({ copy, family, onHold }: { copy: CopyLine; family: Family; onHold?: () => void }) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const notify = useNotice()
  const { text, spine } = copy.place.callNumber
  const copyText = async () => {
    await navigator.clipboard.writeText(text)
    notify(t('title.copied'))
  }
  const state = copy.inNow ? 'in' : copy.status === 'missing' ? 'lost' : 'out'
  return (
    <li className={styles.copy}>
      <SpineLabel lines={spine} family={family} />
      <div className={styles.where}>
        <span>{copy.place.collection}</span>
        <span className={styles.soft}>{copy.place.floor}</span>
      </div>
      <div className={styles.call}>
        <span>{text}</span>
        <Hint text={t('title.copyCall', { text })}>
          <IconButton size="small" aria-label={t('title.copyCall', { text })} onClick={() => void copyText()}>
            <CopyIcon sx={{ fontSize: '0.9375rem' }} />
          </IconButton>
        </Hint>
      </div>
      <div className={styles.state}>
        <Hint text={t(`status.explain.${copy.status}`)}>
          <b data-state={state}>{t(`status.${copy.status}`)}</b>
        </Hint>
        {copy.due && (
          <span className={styles.soft}>
            {t(copy.status === 'overdue' ? 'status.wasDue' : 'status.due', { date: dayInWords(copy.due, all.timeZone) })}
          </span>
        )}
        {copy.note && <span className={styles.soft}>{copy.note}</span>}
      </div>
      <div className={styles.terms}>
        {copy.use !== 'loan' && <span>{t(`use.${copy.use}`)}</span>}
        {copy.loanDays !== null && <span className={styles.soft}>{t('title.loanDays', { count: copy.loanDays })}</span>}
        {onHold && copy.hold.allowed && (
          <Button size="small" onClick={onHold}>
            {t('title.holdVolume')}
          </Button>
        )}
        {!copy.hold.allowed && copy.hold.refusal.code === 'rule' && copy.inNow && (
          <span className={styles.reason}>{refusalInWords(t, { ...copy.hold.refusal, remedy: null }, all.timeZone)}</span>
        )}
      </div>
    </li>
  )
}
