/** Every way to this title for this reader, best first, and the hold beside the best that can be asked for. */
import type { RouteLine, TitlePage } from '@catalex/contract/title'
import { familyOf } from '@catalex/core/catalogue'
import { isHoldRoute } from '@catalex/core/routes'
import Button from '@mui/material/Button'
import Skeleton from '@mui/material/Skeleton'
import { useQuery } from '@tanstack/react-query'
import type { TFunction } from 'i18next'
import { Suspense } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import type { Volume } from '../holds/form/wish.ts'
import { useLinks } from '../shared/links.ts'
import { useOwnTitles } from '../shared/ownTitles.ts'
import { usePlaces } from '../shared/places.tsx'
import { useScope } from '../shared/scope.tsx'
import { useSession } from '../shared/session/session.tsx'
import { titleQuery } from '../shared/titleQuery.ts'
import { HelpAtHand } from '../ui/HelpAtHand.tsx'
import { OnlineLink } from '../ui/marks/OnlineLink.tsx'
import { OwnMark } from '../ui/marks/OwnMark.tsx'
import { FormatMark } from '../ui/marks/FormatMark.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { LoanTerms } from './LoanTerms.tsx'
import { RouteItem } from './RouteItem.tsx'
import { Words } from '../ui/Words.tsx'
import { lazyWithTexts } from '../ui/parts/lazyPart.tsx'
import styles from './routes.module.css'

const SuggestPurchase = lazyWithTexts(async () => ({ default: (await import('../requests/AskedRoute.tsx')).SuggestPurchase }))

type Translate = TFunction<'app'>

interface Props {
  controlNumber: string
  /** Other editions of the work that would do. */
  alsoGood?: readonly string[]
  /** Of a journal: the volume chosen, to which alone the ways are. */
  volume?: Volume | null
  /** Of a row: beside its list the panel names the title, in a sheet the sheet does. */
  headed?: 'beside' | 'sheet'
  /** @param editions that the hold beside which it was pressed is for */
  onHold(editions: readonly string[]): void
}

const NO_OTHERS: readonly string[] = []

export function RoutesPanel({ controlNumber, alsoGood = NO_OTHERS, volume = null, headed, onHold }: Props) {
  const { t } = useTranslation()
  const { scope, chosen } = useScope()
  const { pickupName } = usePlaces()
  const ownOf = useOwnTitles()
  const { reader, known } = useSession()
  const { data, error, refetch, isPlaceholderData } = useQuery(titleQuery(controlNumber, chosen, alsoGood, volume?.barcode))
  if (error) return <Trouble error={error} onRetry={() => void refetch()} />
  if (!data)
    return (
      <div className={styles.panel} aria-busy="true">
        <Skeleton height={28} />
        <Skeleton variant="rectangular" height={120} />
      </div>
    )
  const pickup = data.pickup ?? scope.at
  const place = pickupName(pickup)
  const first = data.routes.findIndex((route) => isHoldRoute(route.kind) && route.notPossible === null)
  const wishOf = (route: RouteLine) => ({
    records: route.edition === null ? [controlNumber, ...alsoGood] : [route.edition],
    barcode: volume?.barcode ?? null,
    pickup,
  })
  const Heading = headed ? 'h3' : 'h2'
  // A journal is held and scanned by the volume.
  const volumeMissing = volume === null && data.editions.some((edition) => edition.controlNumber === data.controlNumber && edition.serial)
  return (
    <div className={styles.panel} aria-busy={isPlaceholderData}>
      {headed === 'beside' && (
        <h2 className={styles.title}>
          <Words language={data.description.languages[0]}>{data.description.title}</Words>
        </h2>
      )}
      {headed !== undefined && <p className={styles.which}>{whichOf(data, t)}</p>}
      {volume && <p className={styles.title}>{volume.enumeration}</p>}
      <Heading>{t('routes.heading', { place })}</Heading>
      <OwnMark own={ownOf(data.editions.map((edition) => edition.controlNumber))} />
      {headed !== undefined &&
        data.description.online.map((version) => (
          <OnlineLink key={version.url} version={version} title={data.description.title} only={data.places.length === 0} />
        ))}
      {data.routes.length === 0 && <HelpAtHand words={t('routes.none')} />}
      <ul className={styles.routes}>
        {data.routes.map((route, i) => (
          <RouteItem
            key={`${route.kind} ${String(route.hereOnly)}`}
            route={route}
            page={data}
            volume={volume?.enumeration ?? null}
            wish={wishOf(route)}
            action={
              i === first &&
              !volumeMissing && (
                <Button
                  variant="contained"
                  fullWidth
                  data-hold
                  disabled={isPlaceholderData}
                  onClick={() => {
                    onHold(wishOf(route).records)
                  }}
                >
                  {holdInWords(t, volume, place)}
                </Button>
              )
            }
          />
        ))}
      </ul>
      <LoanTerms page={data} />
      {volumeMissing && <p>{t(headed === undefined ? 'journals.choose' : 'routes.volumes')}</p>}
      {!volumeMissing && first < 0 && data.holdable && (
        <Button
          variant="outlined"
          fullWidth
          data-hold
          onClick={() => {
            onHold([controlNumber])
          }}
        >
          {t('routes.holdSomewhere')}
        </Button>
      )}
      {known && !reader && data.routes.some(({ kind }) => isHoldRoute(kind)) && <p className={styles.asGuest}>{t('routes.asGuest')}</p>}
      {data.routes.some(({ kind }) => kind === 'from outside') && (
        <Suspense>
          <SuggestPurchase page={data} />
        </Suspense>
      )}
      {headed !== undefined && <OtherForms page={data} />}
    </div>
  )
}

/** "Hold at Ferrygate", "Hold v.13 (1991) at Cope Library" */
export const holdInWords = (t: Translate, volume: Volume | null, place: string): string =>
  volume ? t('journals.hold', { volume: volume.enumeration ?? '', place }) : t('routes.hold', { place })

function whichOf(page: TitlePage, t: Translate): string {
  const own = page.editions.find((edition) => edition.controlNumber === page.controlNumber)
  return own ? [t(`carriers.${own.carrier}`), own.year, own.edition].filter(Boolean).join(', ') : ''
}

function OtherForms({ page }: { page: TitlePage }) {
  const { t } = useTranslation()
  const links = useLinks()
  const others = page.editions.filter((edition) => edition.controlNumber !== page.controlNumber)
  if (others.length === 0) return null
  return (
    <>
      <h3>{t('routes.otherForms')}</h3>
      <ul className={styles.forms}>
        {others.map((edition) => (
          <li key={edition.controlNumber}>
            <Link to={links.title(edition.controlNumber)}>
              <FormatMark
                family={familyOf(edition.carrier)}
                label={[t(`carriers.${edition.carrier}`), edition.year].filter(Boolean).join(', ')}
              />
            </Link>
            <span data-out={edition.tally.inNow === 0}>
              {edition.tally.inNow}/{edition.tally.owned}
            </span>
          </li>
        ))}
      </ul>
    </>
  )
}
