/** A journey as the API says it: moments in UTC, lines by their names. */
import type { Journey as Told } from '@catalex/contract/courier'
import type { Journey, Minute } from '@catalex/core/courier'

export function journeyLine({ picked, legs, checkedIn, inHand }: Journey): Told {
  return {
    picked: moment(picked),
    legs: legs.map(({ line, from, depart, to, arrive }) => ({ line: line.name, from, depart: moment(depart), to, arrive: moment(arrive) })),
    checkedIn: moment(checkedIn),
    inHand: moment(inHand),
  }
}

const moment = (minute: Minute): string => new Date(minute * 60_000).toISOString()
