/** Every way to this title for this reader, best first, and the hold beside the best that can be asked for. */
import type { CopyLine, RouteLine, TitlePage } from '@catalex/contract/title'
import { familyOf } from '@catalex/core/catalogue'
import Button from '@mui/material/Button'
import Skeleton from '@mui/material/Skeleton'
import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { amountInWords, momentInWords, timeInWords } from '../shared/formats.ts'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { refusalInWords } from '../shared/problems.ts'
import { useScope } from '../shared/scope.tsx'
import { titleQuery } from '../shared/titleQuery.ts'
import { FormatMark } from '../ui/FormatMark.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { RouteGlyph } from './RouteGlyph.tsx'
import { Words } from '../ui/Words.tsx'
import styles from './routes.module.css'

type Translate = ReturnType<typeof useTranslation>['t']

interface Props {
  controlNumber: string
  /** Names the title, where the panel stands beside a list. */
  headed?: boolean
  onHold(): void
}

export function RoutesPanel({ controlNumber, headed, onHold }: Props) {
  const { t } = useTranslation()
  const { scope, chosen } = useScope()
  const { branchName, all } = usePlaces()
  const { data, error, isPlaceholderData } = useQuery(titleQuery(controlNumber, chosen))
  if (error) return <Trouble error={error} />
  if (!data)
    return (
      <div className={styles.panel} aria-busy="true">
        <Skeleton height={28} />
        <Skeleton variant="rectangular" height={120} />
      </div>
    )
  const pickup = data.pickup ?? scope.at
  const place = branchName(pickup)
  const first = data.routes.findIndex((route) => route.kind !== 'walk in' && route.notPossible === null)
  const isJournal = data.editions.some((edition) => edition.controlNumber === data.controlNumber && edition.serial)
  return (
    <div className={styles.panel} aria-busy={isPlaceholderData}>
      {headed && (
        <h2 className={styles.title}>
          <Words language={data.description.languages[0]}>{data.description.title}</Words>
        </h2>
      )}
      {headed && <p className={styles.which}>{whichOf(data, t)}</p>}
      <h3>{t('routes.heading', { place })}</h3>
      {data.routes.length === 0 && <p>{t('routes.none')}</p>}
      <ul className={styles.routes}>
        {data.routes.map((route, i) => (
          <li key={`${route.kind} ${String(route.hereOnly)}`} data-possible={route.notPossible === null}>
            <RouteGlyph kind={route.kind} possible={route.notPossible === null} />
            <div>
              <div className={styles.routeHead}>
                <b>{route.hereOnly ? t('routes.readThere') : t(`routes.kinds.${route.kind}`)}</b>
                <span>{whenOf(route, all.timeZone, t)}</span>
              </div>
              <RouteText route={route} pickup={pickup} copy={data.copies.find((copy) => copy.barcode === route.barcode)} />
              {i === first && !isJournal && (
                <Button variant="contained" fullWidth disabled={isPlaceholderData} onClick={onHold}>
                  {t('routes.hold', { place })}
                </Button>
              )}
            </div>
          </li>
        ))}
      </ul>
      {isJournal
        ? headed && <p>{t('routes.volumes')}</p>
        : first < 0 &&
          data.copies.length > 0 && (
            <Button variant="outlined" fullWidth onClick={onHold}>
              {t('routes.holdSomewhere')}
            </Button>
          )}
      {headed && <OtherForms page={data} />}
    </div>
  )
}

function whichOf(page: TitlePage, t: Translate): string {
  const own = page.editions.find((edition) => edition.controlNumber === page.controlNumber)
  return own ? [t(`carriers.${own.carrier}`), own.year, own.edition].filter(Boolean).join(', ') : ''
}

/** When a route can be taken, as far as it is known. */
function whenOf(route: RouteLine, zone: string, t: Translate): string {
  if (route.notPossible) return t('routes.notPossible')
  if (route.open?.now) return t('routes.now')
  if (route.open) return route.open.opens ? t('routes.from', { time: momentInWords(route.open.opens, zone) }) : t('routes.staysShut')
  return route.queue ? t('routes.waiting') : t('routes.sure')
}

function RouteText({ route, copy, pickup }: { route: RouteLine; copy: CopyLine | undefined; pickup: string }) {
  const { t } = useTranslation()
  const { branchName, branch, all } = usePlaces()
  if (route.notPossible) return <p>{refusalInWords(t, route.notPossible, all.timeZone)}</p>
  const cost = ` ${route.cost === 0 ? t('routes.freeSentence') : t('routes.costSentence', { amount: amountInWords(route.cost) })}`
  const desk = branch(pickup)?.pickup?.desk ?? ''
  const names = copy && {
    branch: branchName(copy.place.branch),
    collection: copy.place.collection,
    floor: copy.place.floor,
    desk,
    place: branchName(pickup),
  }
  if (route.queue) {
    const { before, copies } = route.queue
    const text =
      before === 0
        ? t('routes.queueFirst', { count: copies })
        : t('routes.queueBehind', {
            place: t('app.nth', { count: before + 1, ordinal: true }),
            copies: t('routes.copies', { count: copies }),
          })
    return (
      <p>
        {text}
        {cost}
      </p>
    )
  }
  if (!names) return null
  if (route.kind === 'walk in') {
    return (
      <>
        <p>{t(route.hereOnly ? 'routes.hereOnly' : 'routes.walk', names)}</p>
        <p>
          <span className={styles.call}>{copy.place.callNumber.text}</span>
          {route.open?.until && ` · ${t('routes.openTill', { time: timeInWords(route.open.until, all.timeZone) })}`}
        </p>
      </>
    )
  }
  const sentence = route.kind === 'sent over' ? 'routes.sent' : copy.use === 'fetched on request' ? 'routes.keptStore' : 'routes.kept'
  return (
    <p>
      {t(sentence, names)}
      {cost}
    </p>
  )
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
