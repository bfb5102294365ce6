/** One title: what it is, its editions, where every copy stands, and the ways to it. */
import type { CopyLine } from '@catalex/contract/title'
import { familyOf } from '@catalex/core/catalogue'
import type { Which } from '@catalex/core/satchel'
import Skeleton from '@mui/material/Skeleton'
import { useQuery } from '@tanstack/react-query'
import { Suspense, useRef, useState } from 'react'
import { useTheme } from '@mui/material/styles'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useTranslation } from 'react-i18next'
import { RoutesPanel } from '../routes/RoutesPanel.tsx'
import type { Volume } from '../holds/form/wish.ts'
import { useKeys } from '../shared/keys.ts'
import { useCameFrom, useControlNumber } from '../shared/links.ts'
import { useArrival } from '../shared/focus/useArrival.ts'
import { useGather } from '../shared/satchel/useSatchel.ts'
import { useScope } from '../shared/scope.tsx'
import { titleQuery } from '../shared/titleQuery.ts'
import { Page } from '../ui/Page.tsx'
import { SkipLink } from '../ui/SkipLink.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { Copies } from './Copies.tsx'
import { Description, Related } from './Description.tsx'
import { Editions } from './Editions.tsx'
import { HoldBar } from './HoldBar.tsx'
import { OfTheRecord } from './OfTheRecord.tsx'
import { TitleHead } from './TitleHead.tsx'
import { useLiveCopies } from './useLiveCopies.ts'
import { WayBack } from './WayBack.tsx'
import { lazyWithTexts, overThePage } from '../ui/parts/lazyPart.tsx'
import { useVolume } from './useVolume.ts'
import styles from './title.module.css'

const Neighbours = lazyWithTexts(() => import('../neighbours/Neighbours.tsx'))
const WhereItStands = lazyWithTexts(() => import('../plan/WhereItStands.tsx'))
const SeriesShelf = lazyWithTexts(() => import('../series/SeriesShelf.tsx'))
const NextInSeries = lazyWithTexts(() => import('../series/NextInSeries.tsx'))
const RelatedTitles = lazyWithTexts(() => import('../related/RelatedTitles.tsx'))
const HoldDialog = lazyWithTexts(() => import('../holds/HoldDialog.tsx'), overThePage)

/** What a hold from this page is for: the edition, or one volume of it. */
interface Wish {
  volume: Volume | null
}

export default function TitlePage() {
  const { t } = useTranslation()
  const controlNumber = useControlNumber()
  const cameFrom = useCameFrom()
  const { chosen } = useScope()
  const { data, error, refetch, isPlaceholderData } = useQuery(titleQuery(controlNumber, chosen))
  const [wish, setWish] = useState<Wish | null>(null)
  const { volume, copy: volumeCopy, choose } = useVolume(controlNumber)
  const [onPlan, setOnPlan] = useState<CopyLine | null>(null)
  const stands = useRef<HTMLDivElement>(null)
  /** Any copy; of a journal the volume chosen. */
  const askForHold = () => {
    setWish({ volume })
  }
  useKeys('h', askForHold)
  useLiveCopies(controlNumber)
  const gather = useGather()
  const which: Which = { controlNumber, barcode: volume?.barcode ?? null }
  useKeys('s', () => {
    gather(which)
  })
  const heading = useArrival(`title ${controlNumber}`, data && !isPlaceholderData ? data.description.title : null)
  const narrow = useMediaQuery(useTheme().breakpoints.down('md'))
  const ways = useRef<HTMLElement>(null)

  if (error)
    return (
      <Page width={760} title={t('title.notShown')} view={`title ${controlNumber}`}>
        <Trouble error={error} onRetry={() => void refetch()} />
      </Page>
    )
  if (!data)
    return (
      <div className={styles.zones} aria-busy>
        <div className={styles.centre}>
          <Skeleton height={48} width="50%" />
          <Skeleton variant="rectangular" height={240} />
        </div>
      </div>
    )
  const { description } = data
  const routes = <RoutesPanel controlNumber={controlNumber} volume={volume} onHold={askForHold} />
  const planned = data.copies.filter(({ place }) => place.bay !== null)
  const own = data.editions.find((edition) => edition.controlNumber === data.controlNumber)
  return (
    <article className={styles.zones}>
      <div className={styles.centre}>
        <SkipLink id="routes" words={t('app.skip.routes')} />
        {cameFrom && <WayBack cameFrom={cameFrom} page={data} />}
        <TitleHead page={data} which={which} volume={volume} heading={heading} />
        {own && <Editions editions={data.editions} more={data.moreEditions} current={own} cameFrom={cameFrom} />}
        {description.series.length > 0 && (
          <Suspense>
            <NextInSeries controlNumber={controlNumber} />
          </Suspense>
        )}
      </div>
      {/* Second in the order of reading, though it stands at the side. */}
      <aside ref={ways} id="routes" tabIndex={-1} className={styles.right} aria-label={t('search.routesOf', { title: description.title })}>
        {routes}
        {!narrow && <Related description={description} />}
      </aside>
      <div className={styles.centre}>
        <Copies
          page={data}
          volume={volume}
          onChoose={(next) => {
            choose(next)
            setOnPlan(null)
          }}
          onHoldVolume={(copy) => {
            setWish({ volume: copy })
          }}
          family={own ? familyOf(own.carrier) : 'print'}
          onPlan={(copy) => {
            setOnPlan(copy)
            stands.current?.scrollIntoView({ block: 'nearest' })
          }}
        />
        <div ref={stands}>
          <Suspense>
            <WhereItStands
              key={controlNumber}
              copies={planned}
              chosen={onPlan ?? (volumeCopy?.place.bay ? volumeCopy : null)}
              onChoose={setOnPlan}
            />
          </Suspense>
        </div>
        <Suspense fallback={<Skeleton variant="rectangular" height={180} />}>
          <Neighbours key={controlNumber} page={data} />
        </Suspense>
        {description.series.length > 0 && (
          <Suspense>
            <SeriesShelf controlNumber={controlNumber} />
          </Suspense>
        )}
        <Suspense>
          <RelatedTitles controlNumber={controlNumber} />
        </Suspense>
        <Description description={description} />
        <OfTheRecord key={`record ${controlNumber}`} controlNumber={controlNumber} />
      </div>
      {narrow && (
        <aside className={styles.right} aria-label={t('title.about')}>
          <Related description={description} />
        </aside>
      )}
      {narrow && own && (!own.serial || volume) && <HoldBar key={volume?.barcode} beside={ways} volume={volume} onHold={askForHold} />}
      {wish && (
        <Suspense>
          <HoldDialog
            controlNumber={controlNumber}
            volume={wish.volume}
            onClose={() => {
              setWish(null)
            }}
          />
        </Suspense>
      )}
    </article>
  )
}
