/** Holds of the demo's readers, by the title and the form they are for, and when they came to stand as they stand. */
import type { HoldRow } from '@catalex/contract/files'
import type { DateTime } from 'luxon'
import type { Copy } from '../holdings/copies.ts'
import type { OpenDay } from '../places/openDays.ts'
import type { TravelOf } from '../places/travels.ts'
import type { Draft } from '../titles/draft.ts'

interface ReadersHold {
  card: string
  title: string
  carrier: Draft['carrier']
  pickup: string
  state: HoldRow['state']
  daysAgo: number
  collectIn?: number
}

const READERS_HOLDS: readonly ReadersHold[] = [
  { card: '00042117', title: 'Lamp, lens and log', carrier: 'book', pickup: 'ferrygate', state: 'ready', daysAgo: 6, collectIn: 1 },
  { card: '00042117', title: 'Letters from a dry dock', carrier: 'book', pickup: 'ferrygate', state: 'in transit', daysAgo: 2 },
  { card: '00042117', title: 'The winter watch', carrier: 'book', pickup: 'ferrygate', state: 'waiting', daysAgo: 13 },
  { card: '00042331', title: 'The drowned regatta', carrier: 'book', pickup: 'lanternhill', state: 'being fetched', daysAgo: 0 },
  { card: '00042331', title: 'The winter watch', carrier: 'book', pickup: 'lanternhill', state: 'waiting', daysAgo: 20 },
  { card: '00042331', title: 'Where the channel bends', carrier: 'book', pickup: 'lanternhill', state: 'waiting', daysAgo: 9 },
  { card: '00042331', title: 'The autumn crossing', carrier: 'book', pickup: 'lanternhill', state: 'being fetched', daysAgo: 1 },
  { card: '00042331', title: 'Knitting by the harbour light', carrier: 'book', pickup: 'lanternhill', state: 'in transit', daysAgo: 3 },
  { card: '00042331', title: 'Ebb and forfeit', carrier: 'board-game', pickup: 'lanternhill', state: 'ready', daysAgo: 5, collectIn: 3 },
  { card: '00043121', title: 'The herring road', carrier: 'book', pickup: 'northmole', state: 'ready', daysAgo: 7, collectIn: 1 },
]

/** When a copy was asked for, and since when its hold is in its state. */
export interface Past {
  asked: string
  since: string
}

export type PastOf = (
  copy: Pick<Copy, 'branch' | 'collection'>,
  pickup: string,
  state: HoldRow['state'],
  /** Late is what should have come before the demo's day. */
  at: { daysAgo: number; hour: number; mayBeLate: boolean },
) => Past | null

const isoOf = (time: DateTime): string => time.toUTC().toISO({ suppressMilliseconds: true }) ?? ''
/** Nothing waits longer for a run. */
const MAX_DAYS = 21

/** @param day the demo's day, when it begins */
export function pastsOf(travelOf: TravelOf, day: DateTime): PastOf {
  return (copy, pickup, state, { daysAgo, hour, mayBeLate }) => {
    const askedOn = (days: number) => day.minus({ days }).set({ hour })
    if (state !== 'ready' && state !== 'in transit') return { asked: isoOf(askedOn(daysAgo)), since: '' }
    // What is on its way was asked for as lately as may be.
    const first = state === 'ready' ? daysAgo : 1
    const pasts = Array.from({ length: MAX_DAYS }, (_, i) => askedOn(first + i)).flatMap((asked) => {
      const travel = travelOf(copy, pickup, asked)
      return travel ? [{ asked, ...travel }] : []
    })
    if (state === 'ready') {
      const past = pasts.find(({ ready }) => ready < day)
      return past ? { asked: isoOf(past.asked), since: isoOf(past.ready) } : null
    }
    // It leaves on the day on which it is taken off its shelf, since the journey tells that day.
    const left = pasts.filter((past) => past.left !== null && past.left < day && past.left.hasSame(past.taken, 'day'))
    const past = left.find(({ ready }) => ready > day) ?? (mayBeLate ? left.at(0) : undefined)
    return past ? { asked: isoOf(past.asked), since: isoOf(past.taken) } : null
  }
}

interface Shelves {
  /** @returns the title of that name and form with its copies */
  titled(title: string, carrier: Draft['carrier']): { controlNumber: string; copies: readonly Copy[] } | undefined
  pastOf: PastOf
  openDay: OpenDay
}

/** @throws Error where the demo has no copy that could be set aside */
export function readersHolds({ titled, pastOf, openDay }: Shelves): HoldRow[] {
  return READERS_HOLDS.map(({ card, title, carrier, pickup, state, daysAgo, collectIn }) => {
    const held = titled(title, carrier)
    const free = held?.copies.filter((copy) => copy.dueIn === null && copy.status === 'on shelf' && copy.use !== 'here only') ?? []
    const at = { daysAgo, hour: 10, mayBeLate: false }
    const anywhere = { branch: pickup, collection: '' }
    const chosen = [false, true]
      .flatMap((mayBeLate) => free.map((copy) => ({ copy, past: pastOf(copy, pickup, state, { ...at, mayBeLate }) })))
      .find(({ past }) => past !== null)
    const past = state === 'waiting' ? pastOf(anywhere, pickup, state, at) : chosen?.past
    if (!held || !past) throw new Error(`The demo has no copy of "${title}" for a hold that is ${state}.`)
    return {
      card,
      controlNumbers: held.controlNumber,
      barcode: state === 'waiting' ? '' : (chosen?.copy.barcode ?? ''),
      pickup,
      ...past,
      state,
      collectBy: collectIn === undefined ? '' : openDay(pickup, collectIn),
    }
  })
}
