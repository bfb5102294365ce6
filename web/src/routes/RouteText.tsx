/** What a route is in words: from where, to where, at what cost, or why not. */
import type { CopyLine, RouteLine, TitlePage } from '@catalex/contract/title'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { amountInWords, timeInWords } from '../shared/formats.ts'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { refusalInWords } from '../shared/problems.ts'
import { HelpAtHand } from '../ui/HelpAtHand.tsx'
import { DeliverySteps } from './DeliverySteps.tsx'
import styles from './routes.module.css'

/** A route brings another edition than the one that the row is named by: which. */
export function OtherEdition({ page, edition }: { page: TitlePage; edition: string }) {
  const { t } = useTranslation()
  const links = useLinks()
  const brought = page.editions.find(({ controlNumber }) => controlNumber === edition)
  if (!brought) return null
  const form: string = t(`carriers.${brought.carrier}`)
  const words = [form, brought.year, brought.edition].filter(Boolean).join(', ')
  return (
    <p>
      {t('routes.brings')} <Link to={links.title(edition)}>{words}</Link>
    </p>
  )
}

export function RouteText({ route, copy, pickup }: { route: RouteLine; copy: CopyLine | undefined; pickup: string }) {
  const { t } = useTranslation()
  const { branchName, pickup: find, pickupName, all } = usePlaces()
  if (route.notPossible)
    return (
      <>
        <p>{refusalInWords(t, route.notPossible, all)}</p>
        {route.lends && (
          <p>{t(`routes.lends.${route.lends.loan.unit}`, { count: route.lends.loan.count, branch: branchName(route.lends.branch) })}</p>
        )}
        <HelpAtHand words={t('routes.askDesk')} />
      </>
    )
  const cost = ` ${route.cost === 0 ? t('routes.freeSentence') : t('routes.costSentence', { amount: amountInWords(route.cost) })}`
  const desk = find(pickup)?.desk ?? ''
  const names = copy && {
    branch: branchName(copy.place.branch),
    collection: copy.place.collection,
    floor: copy.place.floor,
    desk,
    place: pickupName(pickup),
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
    <>
      <p>
        {t(sentence, names)}
        {cost}
      </p>
      {route.delivery && <DeliverySteps delivery={route.delivery} from={copy.place.branch} pickup={pickup} />}
    </>
  )
}
