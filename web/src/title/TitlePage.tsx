/** One title: what it is, its editions, where every copy stands, and the ways to it. */
import type { CopyLine, Description as Described } from '@catalex/contract/title'
import { familyOf } from '@catalex/core/catalogue'
import type { Which } from '@catalex/core/satchel'
import CiteIcon from '@mui/icons-material/FormatQuoteOutlined'
import ListIcon from '@mui/icons-material/PlaylistAddOutlined'
import Button from '@mui/material/Button'
import Skeleton from '@mui/material/Skeleton'
import { useQuery } from '@tanstack/react-query'
import { Suspense, useEffect, useRef, useState, type RefObject } from 'react'
import { useTheme } from '@mui/material/styles'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { holdInWords, RoutesPanel } from '../routes/RoutesPanel.tsx'
import type { Volume } from '../holds/readBack.ts'
import { useKept } from '../shared/kept.ts'
import { useKeys } from '../shared/keys.ts'
import { lazyWithTexts } from '../shared/i18n.ts'
import { useCameFrom, useControlNumber, useLinks } from '../shared/links.ts'
import { useOwnTitles } from '../shared/ownTitles.ts'
import { usePlaces } from '../shared/places.tsx'
import { useArrival } from '../shared/focus/useArrival.ts'
import { useGather } from '../shared/satchel/useSatchel.ts'
import { useScope } from '../shared/scope.tsx'
import { titleQuery } from '../shared/titleQuery.ts'
import { Page } from '../ui/Page.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { Copies } from './Copies.tsx'
import { Description, Related } from './Description.tsx'
import { Editions } from './Editions.tsx'
import { OnlineLink } from '../ui/OnlineLink.tsx'
import { SatchelButton } from '../ui/SatchelButton.tsx'
import { OwnMark } from '../ui/OwnMark.tsx'
import { Words } from '../ui/Words.tsx'
import { useLiveCopies } from './useLiveCopies.ts'
import { WayBack } from './WayBack.tsx'
import styles from './title.module.css'

const Neighbours = lazyWithTexts(() => import('../neighbours/Neighbours.tsx'))
const WhereItStands = lazyWithTexts(() => import('../plan/WhereItStands.tsx'))
const SeriesShelf = lazyWithTexts(() => import('../series/SeriesShelf.tsx'))
const NextInSeries = lazyWithTexts(() => import('../series/NextInSeries.tsx'))
const RelatedTitles = lazyWithTexts(() => import('../related/RelatedTitles.tsx'))
const MarcRecord = lazyWithTexts(() => import('./MarcRecord.tsx'))
const CiteDialog = lazyWithTexts(() => import('../citing/CiteDialog.tsx'))
const ToListDialog = lazyWithTexts(() => import('../lists/ToListDialog.tsx'))
const HoldDialog = lazyWithTexts(() => import('../holds/HoldDialog.tsx'))

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
  const [volume, setVolume] = useKept<Volume | null>(`volume of ${controlNumber}`, null)
  const [doing, setDoing] = useState<'cite' | 'list' | null>(null)
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
  const ownOf = useOwnTitles()
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
  const language = description.languages[0]
  const routes = <RoutesPanel controlNumber={controlNumber} volume={volume} onHold={askForHold} />
  const planned = data.copies.filter(({ place }) => place.bay !== null)
  const own = data.editions.find((edition) => edition.controlNumber === data.controlNumber)
  return (
    <div className={styles.zones}>
      <article className={styles.centre}>
        {cameFrom && <WayBack cameFrom={cameFrom} page={data} />}
        <header className={styles.head}>
          <h1 ref={heading} tabIndex={-1}>
            <Words language={language}>{description.title}</Words>
            {description.remainder && (
              <span>
                : <Words language={language}>{description.remainder}</Words>
              </span>
            )}
          </h1>
          {description.titleInScript && (
            <p className={styles.script}>
              <Words language={language}>{description.titleInScript}</Words>
            </p>
          )}
          <p>
            <People people={description.people} />
          </p>
          {description.online.length > 0 && (
            <ul className={styles.onlines}>
              {description.online.map((version) => (
                <li key={version.url}>
                  <OnlineLink version={version} title={description.title} only={data.places.length === 0} />
                </li>
              ))}
            </ul>
          )}
          <div className={styles.tools} data-screen>
            <SatchelButton which={which} title={[description.title, volume?.enumeration].filter(Boolean).join(', ')} />
            <Button
              size="small"
              startIcon={<ListIcon />}
              onClick={() => {
                setDoing('list')
              }}
            >
              {t('lists.to')}
            </Button>
            <Button
              size="small"
              startIcon={<CiteIcon />}
              onClick={() => {
                setDoing('cite')
              }}
            >
              {t('cite.open')}
            </Button>
          </div>
          <OwnMark own={ownOf(data.editions.map((edition) => edition.controlNumber))} />
          {description.summary && (
            <p className={styles.summary} dir="auto">
              {description.summary}
            </p>
          )}
        </header>
        {own && <Editions editions={data.editions} current={own} cameFrom={cameFrom} />}
        {description.series.length > 0 && (
          <Suspense>
            <NextInSeries controlNumber={controlNumber} />
          </Suspense>
        )}
        {narrow && (
          <section ref={ways} className={styles.ways} aria-label={t('search.routesOf', { title: description.title })}>
            {routes}
          </section>
        )}
        <Copies
          page={data}
          volume={volume}
          onChoose={({ barcode, enumeration }) => {
            setVolume({ barcode, enumeration })
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
            <WhereItStands key={controlNumber} copies={planned} chosen={onPlan} onChoose={setOnPlan} />
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
      </article>
      <aside className={styles.right} aria-label={narrow ? t('title.about') : t('search.routesOf', { title: description.title })}>
        {!narrow && routes}
        <Related description={description} />
      </aside>
      {narrow && own && (!own.serial || volume) && <HoldBar key={volume?.barcode} beside={ways} volume={volume} onHold={askForHold} />}
      {doing === 'list' && (
        <Suspense>
          <ToListDialog
            which={[which]}
            onClose={() => {
              setDoing(null)
            }}
          />
        </Suspense>
      )}
      {doing === 'cite' && (
        <Suspense>
          <CiteDialog
            titles={[controlNumber]}
            onClose={() => {
              setDoing(null)
            }}
          />
        </Suspense>
      )}
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
    </div>
  )
}

/** The MARC record, for whoever asks for it. */
function OfTheRecord({ controlNumber }: { controlNumber: string }) {
  const { t } = useTranslation()
  const [open, setOpen] = useState(false)
  return (
    <section aria-labelledby="record-heading" data-screen>
      <div className={styles.sectionHead}>
        <h2 id="record-heading">{t('title.marc.heading')}</h2>
        <Button
          size="small"
          aria-expanded={open}
          onClick={() => {
            setOpen(!open)
          }}
        >
          {t(open ? 'title.marc.hide' : 'title.marc.show')}
        </Button>
      </div>
      {open && (
        <Suspense fallback={<Skeleton variant="rectangular" height={240} />}>
          <MarcRecord controlNumber={controlNumber} />
        </Suspense>
      )}
    </section>
  )
}

/** On a narrow screen the hold is always at hand: at the foot, where the routes with theirs are out of sight. */
function HoldBar({ beside, volume, onHold }: { beside: RefObject<HTMLElement | null>; volume: Volume | null; onHold(): void }) {
  const { t } = useTranslation()
  const { scope } = useScope()
  const { pickupName } = usePlaces()
  const [needed, setNeeded] = useState(false)
  useEffect(() => {
    const button = beside.current?.querySelector('button')
    if (!button) return
    const watching = new IntersectionObserver(([entry]) => {
      setNeeded(entry?.isIntersecting === false)
    })
    watching.observe(button)
    return () => {
      watching.disconnect()
    }
  })
  if (!needed) return null
  return (
    <div className={styles.holdBar} data-screen>
      <Button variant="contained" fullWidth onClick={onHold}>
        {holdInWords(t, volume, pickupName(scope.at))}
      </Button>
    </div>
  )
}

function People({ people }: { people: Described['people'] }) {
  const { t } = useTranslation()
  const links = useLinks()
  const [all, setAll] = useState(false)
  const shown = all ? people : people.slice(0, MOST_PEOPLE)
  return (
    <>
      {shown.map(({ spoken, heading, inScript, roles: every }, i) => {
        const roles = every.filter((role) => role !== 'author')
        return (
          <span key={`${heading} ${String(i)}`}>
            {i > 0 && ' · '}
            <Link to={links.heading('person', heading)}>
              <Words>{spoken}</Words>
            </Link>
            {inScript && (
              <span className={styles.soft}>
                {' '}
                <Words>{inScript}</Words>
              </span>
            )}
            {roles.length > 0 && ` (${roles.join(', ')})`}
          </span>
        )
      })}
      {shown.length < people.length && (
        <Button
          size="small"
          onClick={() => {
            setAll(true)
          }}
        >
          {t('title.allPeople', { count: people.length })}
        </Button>
      )}
    </>
  )
}

/** More people than this are shown when somebody wants to see them. */
const MOST_PEOPLE = 12
