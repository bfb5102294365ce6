/** What has become of a request: a line of stops while somebody has still to do something, then how it ended. */
import type { ReaderRequest } from '@catalex/contract/requests'
import { isOpenRequest, isUncollected, OPEN_REQUEST_STATES } from '@catalex/core/requests'
import { useTranslation } from 'react-i18next'
import { dayInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'
import { Stops, type Stop } from '../ui/marks/Stops.tsx'
import { Asking } from './Asking.tsx'
import { wantedBy } from './wanted.ts'

export function RequestJourney({ request }: { request: ReaderRequest }) {
  const { t } = useTranslation()
  const stops = useStops(request)
  const ending = useEnding()
  const { kind, state, title, controlNumber, carrier } = request
  if (isOpenRequest(state)) return <Stops label={t('requests.journey')} stops={stops} waiting={state === 'asked'} />
  return (
    <>
      <p>{ending(request)}</p>
      {state === 'declined' && kind === 'outside' && (
        <Asking offered={{ kind: 'purchase', offer: null }} wanted={{ ...wantedBy(title), controlNumber, carrier }} />
      )}
    </>
  )
}

type Event = ReaderRequest['events'][number]

function useStops({ kind, at, state, pickup, events }: ReaderRequest): Stop[] {
  const { t } = useTranslation()
  const { all, pickupName } = usePlaces()
  const inWords = (day: string | null) => (day === null ? '' : dayInWords(day, all.timeZone))
  const asked: Stop = { text: t('requests.stops.asked', { date: dayInWords(at, all.timeZone) }), state: 'past' }
  if (kind !== 'outside') {
    return [asked, { text: t(`requests.stops.${kind}`), state: 'now' }, { text: t(`requests.stops.${kind}Done`), state: 'ahead' }]
  }
  const stands = OPEN_REQUEST_STATES.findIndex((one) => one === state)
  const stateOf = (step: number): Stop['state'] => (step < stands ? 'past' : step === stands ? 'now' : 'ahead')
  const said = (event: Event) => ({ partner: event.partner ?? '', date: inWords(event.day) })
  const ways = events.filter(({ state: one }) => one === 'on its way')
  const way = ways.at(-1)
  const last = events.at(-1)
  const branch = pickup === null ? '' : pickupName(pickup)
  const sending = (): Stop => {
    if (!way) return { text: t('requests.stops.outside'), state: stateOf(0) }
    const words = state !== 'on its way' ? 'came' : ways.length > 1 ? 'delayed' : 'sent'
    return { text: t(`requests.stops.${words}`, said(way)), state: stateOf(1) }
  }
  return [
    asked,
    ...events.filter(({ state: one }) => one === 'asked').map((event): Stop => ({ text: declineOf(event), state: 'past' })),
    sending(),
    { text: t('requests.stops.ready', { branch }), state: stateOf(2) },
    ...(state === 'with reader' && last ? [{ text: t('requests.stops.lent', said(last)), state: 'now' as const }] : []),
  ]

  function declineOf(event: Event): string {
    return t(`requests.declined.${event.reason ?? 'not lent'}`, said(event))
  }
}

function useEnding() {
  const { t } = useTranslation()
  const { all } = usePlaces()
  return ({ kind, state, events }: ReaderRequest): string => {
    const last = events.at(-1)
    const date = last ? dayInWords(last.at, all.timeZone) : ''
    if (isUncollected(events.at(-2)?.state, state)) return t('requests.uncollected', { date })
    if (state !== 'declined') return t(`requests.done.${kind}`, { date })
    const reason = t(`requests.declined.${last?.reason ?? 'not lent'}`, { partner: last?.partner ?? t('requests.staff') })
    return t(kind === 'outside' ? 'requests.noneLends' : 'requests.notDone', { reason })
  }
}
