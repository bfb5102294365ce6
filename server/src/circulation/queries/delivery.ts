/** A delivery as the API says it: moments in UTC, lines by their names. */
import type { Delivery as Told } from '@catalex/contract/courier'
import type { Minute } from '@catalex/core/calendar'
import type { Delivery } from '@catalex/core/courier'

/** @param latest where it misses each run once */
export function deliveryLine({ picked, legs, inHand }: Delivery, latest: Minute | null): Told {
  return {
    picked: momentAt(picked),
    legs: legs.map(({ line, from, depart, to, arrive }) => ({
      line: line.name,
      from,
      depart: momentAt(depart),
      to,
      arrive: momentAt(arrive),
    })),
    inHand: momentAt(inHand),
    latest: latest === null ? null : momentAt(latest),
  }
}

/** In UTC. */
export const momentAt = (minute: Minute): string => new Date(minute * 60_000).toISOString()
