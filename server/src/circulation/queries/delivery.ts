/** A delivery as the API says it: moments in UTC, lines by their names. */
import type { Delivery as Told } from '@catalex/contract/courier'
import type { Delivery, Minute } from '@catalex/core/courier'

export function deliveryLine({ picked, legs, checkedIn, inHand }: Delivery): Told {
  return {
    picked: momentAt(picked),
    legs: legs.map(({ line, from, depart, to, arrive }) => ({
      line: line.name,
      from,
      depart: momentAt(depart),
      to,
      arrive: momentAt(arrive),
    })),
    checkedIn: momentAt(checkedIn),
    inHand: momentAt(inHand),
  }
}

/** In UTC. */
export const momentAt = (minute: Minute): string => new Date(minute * 60_000).toISOString()
