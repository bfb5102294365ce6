/** One way to a title: its kind, when, and in words; where it can be asked for first, with the hold. */
import type { RouteLine, TitlePage } from '@catalex/contract/title'
import type { TFunction } from 'i18next'
import { Suspense, type ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { dayInWords, momentInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'
import type { WaitingWish } from '../waiting/queries.ts'
import { RouteGlyph } from './RouteGlyph.tsx'
import { OtherEdition, RouteText } from './RouteText.tsx'
import { lazyWithTexts } from '../ui/parts/lazyPart.tsx'
import styles from './routes.module.css'

const LikelyDay = lazyWithTexts(() => import('../waiting/LikelyDay.tsx'))
const AskedRoute = lazyWithTexts(() => import('../requests/AskedRoute.tsx'))
const Wait = lazyWithTexts(() => import('../waiting/Wait.tsx'))

interface Props {
  route: RouteLine
  page: TitlePage
  /** Of a journal: the volume to which the way leads, as it is numbered. */
  volume: string | null
  /** What a hold by this route would be. */
  wish: WaitingWish
  /** The hold. */
  action?: ReactNode
}

export function RouteItem({ route, page, volume, wish, action }: Props) {
  const { t } = useTranslation()
  const { timeZone } = usePlaces().all
  const { kind, edition, hereOnly, queue, notPossible, barcode, asked } = route
  return (
    <li data-possible={notPossible === null}>
      <RouteGlyph kind={kind} possible={notPossible === null} />
      <div>
        <div className={styles.routeHead}>
          <b>{hereOnly ? t('routes.readThere') : t(`routes.kinds.${kind}`)}</b>
          <span>
            {queue ? (
              <Suspense fallback={t('routes.waiting')}>
                <LikelyDay wish={wish} />
              </Suspense>
            ) : (
              whenOf(route, timeZone, t)
            )}
          </span>
        </div>
        {edition !== null && edition !== page.controlNumber && <OtherEdition page={page} edition={edition} />}
        {asked ? (
          <Suspense>
            <AskedRoute asked={asked} page={page} volume={volume} />
          </Suspense>
        ) : (
          <RouteText route={route} pickup={wish.pickup} copy={page.copies.find((copy) => copy.barcode === barcode)} />
        )}
        {queue && (
          <Suspense>
            <Wait wish={wish} headed />
          </Suspense>
        )}
        {action}
      </div>
    </li>
  )
}

/** When a route can be taken, as far as it is known. */
function whenOf(route: RouteLine, zone: string, t: TFunction<'app'>): string {
  if (route.notPossible) return t('routes.notPossible')
  if (route.open?.now) return t('routes.now')
  if (route.open) return route.open.opens ? t('routes.from', { time: momentInWords(route.open.opens, zone) }) : t('routes.staysShut')
  if (route.asked) return t('routes.about', { date: dayInWords(route.asked.by, zone) })
  if (route.delivery) return t('routes.from', { time: momentInWords(route.delivery.inHand, zone) })
  return t('routes.sure')
}
