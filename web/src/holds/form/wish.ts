/** What is wished of a hold beside its editions and its pickup location, and what that comes to. */
import type { HoldOptions, PickupOption, PlaceHold } from '@catalex/contract/holds'
import type { Card } from '@catalex/contract/card'
import type { Refusal } from '@catalex/contract/refusal'
import type { CopyLine } from '@catalex/contract/title'
import type { Channel } from '@catalex/core/card'
import { minuteOf } from '@catalex/core/calendar'
import { daysRefusal } from '@catalex/core/holds'
import { DateTime } from 'luxon'
import { now } from '../../shared/formats.ts'
import { hoursOf, type Pickup } from '../../shared/places.tsx'

/** One volume, of what is held by the volume. */
export type Volume = Pick<CopyLine, 'barcode' | 'enumeration'>

export interface Wish {
  records: readonly string[]
  /** Null for any copy. */
  volume: Volume | null
}

export interface Details {
  /** Branch that is to send it; null for that from which it comes first. */
  from: string | null
  /** ISO dates. */
  notBefore: string | null
  notAfter: string | null
  /** Null for the usual way. */
  notify: Channel | null
  note: string
  /** Whether a loan is to be shortened for it. */
  recall: boolean
}

export const NO_DETAILS: Details = { from: null, notBefore: null, notAfter: null, notify: null, note: '', recall: false }

export interface WishesProps {
  details: Details
  point: Pickup | undefined
  /** Ways in which this reader can be told; none for a guest. */
  told: readonly NonNullable<Card['told']>[]
  onChange(details: Partial<Details>): void
}

/** What a hold would come to at one pickup location, sent by whom the reader chose. */
export interface Served extends Pick<PickupOption, 'pickup' | 'from' | 'cost' | 'cardCosts' | 'queue' | 'brings' | 'recall'> {
  /** ISO time at which it can be collected; null where nobody knows. */
  inHand: string | null
}

export function servedBy(option: PickupOption, from: string | null): Served {
  const { pickup, queue, brings, recall, cardCosts } = option
  const supplier = option.suppliers.find(({ branch }) => branch === from)
  return supplier
    ? { pickup, queue, brings, recall, cardCosts, from: supplier.branch, cost: supplier.cost, inHand: supplier.inHand }
    : { pickup, queue, brings, recall, cardCosts, from: option.from, cost: option.cost, inHand: option.delivery?.inHand ?? null }
}

/** What is wrong with the days: of themselves, or since it comes too late for them. */
export function daysTrouble(details: Details, point: Pickup | undefined, { inHand }: Served, zone: string): Refusal | null {
  if (!point) return null
  const comes = inHand === null ? null : minuteOf(DateTime.fromISO(inHand))
  return daysRefusal(details, hoursOf(point), DateTime.fromMillis(now(), { zone }), comes)
}

/** ISO date. */
export const dayInHand = ({ inHand }: Served, zone: string): string | null =>
  inHand === null ? null : DateTime.fromISO(inHand, { zone }).toISODate()

/** As it is asked of the server; what it costs, and that it is a second one, has been agreed to by then. */
export function bodyOf(
  { records, volume }: Wish,
  pickup: string,
  { from, notBefore, notAfter, notify, note, recall }: Details,
  { cost, already }: { cost: number; already: HoldOptions['already'] },
): PlaceHold {
  return {
    records: [...records],
    barcode: volume?.barcode ?? null,
    pickup,
    ...(from === null ? {} : { from }),
    ...(notBefore === null ? {} : { notBefore }),
    ...(notAfter === null ? {} : { notAfter }),
    ...(notify === null ? {} : { notify }),
    ...(note.trim() === '' ? {} : { note: note.trim() }),
    ...(recall ? { recall } : {}),
    ...(cost === 0 ? {} : { cost }),
    ...(already === null ? {} : { again: true }),
  }
}
