/** Every copy on one line, own place first: where, call number, status, for how long. */
import type { CopyLine, TitlePage } from '@catalex/contract/title'
import { openingHours, openState } from '@catalex/core/calendar'
import type { Family } from '@catalex/core/catalogue'
import Button from '@mui/material/Button'
import Skeleton from '@mui/material/Skeleton'
import TextField from '@mui/material/TextField'
import { DateTime } from 'luxon'
import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query'
import { Suspense, useDeferredValue, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { now, timeInWords } from '../shared/formats.ts'
import type { Volume } from '../holds/form/wish.ts'
import { useLinks } from '../shared/links.ts'
import { useKept } from '../shared/kept.ts'
import { usePlaces } from '../shared/places.tsx'
import { useScope } from '../shared/scope.tsx'
import { copiesQuery } from '../shared/titleQuery.ts'
import { Trouble } from '../ui/Trouble.tsx'
import { CopyLines, type CopyLinesProps } from './CopyLines.tsx'
import { lazyWithTexts } from '../ui/parts/lazyPart.tsx'
import styles from './title.module.css'

/** More copies than this and they can be searched. */
const LONG = 12

interface Props {
  page: TitlePage
  family: Family
  /** Of a journal: the volume that is chosen. */
  volume: Volume | null
  onChoose(volume: Volume): void
  onHoldVolume(copy: CopyLine): void
  onPlan(copy: CopyLine): void
}

export function Copies({ page, family, volume, onChoose, onHoldVolume, onPlan }: Props) {
  const { t } = useTranslation()
  const { branchName, pickup } = usePlaces()
  const { scope } = useScope()
  const links = useLinks()
  const [sought, setSought] = useKept(`volume ${page.controlNumber}`, '')
  const { places, copies } = page
  const near = pickup(scope.at)?.at.code ?? scope.at
  const owned = places.reduce((sum, place) => sum + place.owned, 0)
  const inNow = places.reduce((sum, place) => sum + place.inNow, 0)
  const volumes = family === 'journal' && copies.some((copy) => copy.enumeration !== null)
  const lines = { family, onHold: volumes ? onHoldVolume : undefined, onPlan }
  return (
    <section aria-labelledby="copies-heading">
      <div className={styles.sectionHead}>
        <h2 id="copies-heading">{volumes ? t('title.volume') : t('title.copies')}</h2>
        <span className={styles.soft}>{t('title.copiesCount', { inNow, owned })}</span>
        {(volumes || owned > LONG) && (
          <TextField
            className={styles.seek}
            value={sought}
            placeholder={t(volumes ? 'title.findVolume' : 'title.findCopy')}
            slotProps={{ htmlInput: { 'aria-label': t(volumes ? 'title.findVolume' : 'title.findCopy'), maxLength: 200 } }}
            onChange={(event) => {
              setSought(event.target.value)
            }}
          />
        )}
      </div>
      {page.courses.length > 0 && (
        <p>
          {t('courses.keptFor')}{' '}
          {page.courses.map(({ id, name }, i) => (
            <span key={id}>
              {i > 0 && ' · '}
              <Link to={links.course(id)}>{name}</Link>
            </span>
          ))}
        </p>
      )}
      {owned === 0 && <p>{t('title.noCopies')}</p>}
      {owned > 0 && !places.some(({ branch }) => branch === near) && (
        <p className={styles.soft}>{t('title.noneHere', { place: branchName(near) })}</p>
      )}
      {volumes ? (
        <Suspense fallback={<Skeleton variant="rectangular" height={220} />}>
          <Volumes controlNumber={page.controlNumber} sought={sought.trim()} chosen={volume?.barcode ?? null} onChoose={onChoose} />
          {volume && <Chosen key={volume.barcode} page={page} volume={volume} {...lines} />}
        </Suspense>
      ) : sought.trim() === '' ? (
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

const Volumes = lazyWithTexts(() => import('../journals/Volumes.tsx'))

/** The volume chosen, as a copy of its own. */
function Chosen({ page, volume, ...lines }: CopyLinesProps & { page: TitlePage; volume: Volume }) {
  const { t } = useTranslation()
  const { chosen } = useScope()
  const { data, error, refetch } = useInfiniteQuery(copiesQuery(page.controlNumber, chosen, { barcode: volume.barcode }))
  const copies = data?.pages.flatMap((one) => one.copies) ?? []
  const [copy] = copies
  return (
    <div className={styles.place}>
      <h3>{t('journals.chosen', { volume: volume.enumeration ?? volume.barcode })}</h3>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {!data && !error && <Skeleton height={48} />}
      {data && !copy && <p>{t('journals.gone')}</p>}
      {copy && <PlaceHead branch={copy.place.branch} />}
      {copy && <CopyLines copies={copies} {...lines} />}
    </div>
  )
}

/** The first copies of a place stand on the page; the others come a page at a time. */
function OfPlace({ page, place: { branch, owned }, ...lines }: CopyLinesProps & { page: TitlePage; place: TitlePage['places'][number] }) {
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
      <CopyLines copies={copies} {...lines} />
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
function Found({ page, find, ...lines }: CopyLinesProps & { page: TitlePage; find: string }) {
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
          <CopyLines copies={copies.filter((copy) => copy.place.branch === branch)} {...lines} />
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
  const state = openState(openingHours(found), at)
  return (
    <h3>
      <Link to={links.branch(found.code)}>{found.name}</Link> <span className={styles.soft}>{placeName(found.system)}</span>
      <span className={styles.hours}>
        {state.open ? t('title.openTill', { time: timeInWords(state.until.toISO() ?? '', all.timeZone) }) : t('title.shut')}
      </span>
    </h3>
  )
}
