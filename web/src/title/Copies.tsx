/** Every copy on one line, own place first: where, call number, status, for how long. */
import type { CopyLine, TitlePage } from '@catalex/contract/title'
import { openState } from '@catalex/core/calendar'
import type { Family } from '@catalex/core/catalogue'
import CopyIcon from '@mui/icons-material/ContentCopyOutlined'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import TextField from '@mui/material/TextField'
import { DateTime } from 'luxon'
import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { dueInWords, now, timeInWords } from '../shared/formats.ts'
import { useLinks } from '../shared/links.ts'
import { useKept } from '../shared/kept.ts'
import { useNotice } from '../shared/notices.tsx'
import { usePlaces } from '../shared/places.tsx'
import { refusalInWords } from '../shared/problems.ts'
import { useScope } from '../shared/scope.tsx'
import { copiesQuery } from '../shared/titleQuery.ts'
import { Hint } from '../ui/Hint.tsx'
import { SpineLabel } from '../ui/SpineLabel.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import styles from './title.module.css'

/** More copies than this and they can be searched. */
const LONG = 12

interface Props {
  page: TitlePage
  family: Family
  onHoldVolume(copy: CopyLine): void
}

export function Copies({ page, family, onHoldVolume }: Props) {
  const { t } = useTranslation()
  const { branchName, pickup } = usePlaces()
  const { scope } = useScope()
  const [sought, setSought] = useKept(`volume ${page.controlNumber}`, '')
  const { places, copies } = page
  const near = pickup(scope.at)?.at.code ?? scope.at
  const owned = places.reduce((sum, place) => sum + place.owned, 0)
  const inNow = places.reduce((sum, place) => sum + place.inNow, 0)
  const volumes = family === 'journal' && copies.some((copy) => copy.enumeration !== null)
  const lines = { family, onHold: volumes ? onHoldVolume : undefined }
  return (
    <section aria-labelledby="copies-heading">
      <div className={styles.sectionHead}>
        <h2 id="copies-heading">{volumes ? t('title.volume') : t('title.copies')}</h2>
        <span className={styles.soft}>{t('title.copiesCount', { inNow, owned })}</span>
        {owned > LONG && (
          <TextField
            className={styles.seek}
            value={sought}
            placeholder={t('title.findVolume')}
            slotProps={{ htmlInput: { 'aria-label': t('title.findVolume'), maxLength: 200 } }}
            onChange={(event) => {
              setSought(event.target.value)
            }}
          />
        )}
      </div>
      {owned === 0 && <p>{t('title.noCopies')}</p>}
      {owned > 0 && !places.some(({ branch }) => branch === near) && (
        <p className={styles.soft}>{t('title.noneHere', { place: branchName(near) })}</p>
      )}
      {sought.trim() === '' ? (
        places.map((place) => (
          <div key={place.branch} className={styles.place}>
            <PlaceHead branch={place.branch} />
            <OfPlace page={page} place={place} {...lines} />
          </div>
        ))
      ) : (
        <Found page={page} find={sought.trim()} {...lines} />
      )}
    </section>
  )
}

interface LinesProps {
  family: Family
  onHold: ((copy: CopyLine) => void) | undefined
}

const Lines = ({ copies, family, onHold }: LinesProps & { copies: readonly CopyLine[] }) => (
  <ul>
    {copies.map((copy) => (
      <Line key={copy.barcode} copy={copy} family={family} onHold={onHold} />
    ))}
  </ul>
)

/** The first copies of a place stand on the page; the others come a page at a time. */
function OfPlace({ page, place: { branch, owned }, ...lines }: LinesProps & { page: TitlePage; place: TitlePage['places'][number] }) {
  const { t } = useTranslation()
  const { branchName } = usePlaces()
  const { chosen } = useScope()
  const [more, setMore] = useState(false)
  const first = page.copies.filter((copy) => copy.place.branch === branch)
  const { data, error, isFetching, hasNextPage, fetchNextPage, refetch } = useInfiniteQuery({
    ...copiesQuery(page.controlNumber, chosen, { branch }),
    enabled: more,
  })
  const copies = data?.pages.flatMap((one) => one.copies) ?? first
  const left = owned - copies.length
  return (
    <>
      <Lines copies={copies} {...lines} />
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {left > 0 && (
        <Button
          size="small"
          disabled={isFetching}
          onClick={() => {
            if (!more) setMore(true)
            else if (hasNextPage) void fetchNextPage()
          }}
        >
          {t('title.more', { count: left, place: branchName(branch) })}
        </Button>
      )}
    </>
  )
}

/** What is sought, by place. */
function Found({ page, find, ...lines }: LinesProps & { page: TitlePage; find: string }) {
  const { t } = useTranslation()
  const { chosen } = useScope()
  const { data, error, hasNextPage, fetchNextPage, refetch } = useInfiniteQuery({
    ...copiesQuery(page.controlNumber, chosen, { find: useDeferredValue(find) }),
    placeholderData: keepPreviousData,
  })
  if (error) return <Trouble error={error} onRetry={() => void refetch()} />
  const copies = data?.pages.flatMap((one) => one.copies) ?? []
  const count = data?.pages.at(0)?.count ?? 0
  const branches = [...new Set(copies.map((copy) => copy.place.branch))]
  return (
    <>
      <p role="status" className={styles.soft}>
        {data && t('title.foundCopies', { count })}
      </p>
      {branches.map((branch) => (
        <div key={branch} className={styles.place}>
          <PlaceHead branch={branch} />
          <Lines copies={copies.filter((copy) => copy.place.branch === branch)} {...lines} />
        </div>
      ))}
      {hasNextPage && (
        <Button size="small" onClick={() => void fetchNextPage()}>
          {t('title.moreFound', { count: count - copies.length })}
        </Button>
      )}
    </>
  )
}

function PlaceHead({ branch }: { branch: string }) {
  const { t } = useTranslation()
  const links = useLinks()
  const { branch: find, placeName, all } = usePlaces()
  const found = find(branch)
  if (!found) return null
  const at = DateTime.fromMillis(now(), { zone: all.timeZone })
  const state = openState({ weekly: found.hours, closures: found.closures }, at)
  return (
    <h3>
      <Link to={links.branch(found.code)}>{found.name}</Link> <span className={styles.soft}>{placeName(found.system)}</span>
      <span className={styles.hours}>
        {state.open ? t('title.openTill', { time: timeInWords(state.until.toISO() ?? '', all.timeZone) }) : t('title.shut')}
      </span>
    </h3>
  )
}

function Line({ copy, family, onHold }: LinesProps & { copy: CopyLine }) {
  const { t } = useTranslation()
  const { all, branchName } = usePlaces()
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
          <IconButton size="small" data-screen aria-label={t('title.copyCall', { text })} onClick={() => void copyText()}>
            <CopyIcon sx={{ fontSize: '0.9375rem' }} />
          </IconButton>
        </Hint>
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
        {copy.loan !== null && <span className={styles.soft}>{t(`title.loan.${copy.loan.unit}`, { count: copy.loan.count })}</span>}
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
          <span className={styles.reason}>{refusalInWords(t, { ...copy.hold.refusal, remedy: null }, all.timeZone)}</span>
        )}
      </div>
    </li>
  )
}
