/** When what is asked for comes: by the courier's timetable, so that nothing in the demo's past left on a day without a van. */
import type { CourierFile, LibraryFile } from '@catalex/contract/files'
import { openingHours, type Minute } from '@catalex/core/calendar'
import { Courier } from '@catalex/core/courier'
import { DateTime } from 'luxon'

export interface Travel {
  /** When it has been taken off its shelf. */
  taken: DateTime
  /** When the first run leaves with it; null where it stays in its branch. */
  left: DateTime | null
  /** When it is ready to be collected. */
  ready: DateTime
}

interface Place {
  branch: string
  collection: string
}

export type TravelOf = (copy: Place, pickup: string, asked: DateTime) => Travel | null

export function travelsOf({ branches, timeZone }: LibraryFile, timetable: CourierFile): TravelOf {
  const hours = new Map(branches.map((branch) => [branch.code, openingHours(branch)]))
  const courier = new Courier(timetable, hours)
  const time = (minute: Minute) => DateTime.fromMillis(minute * 60_000, { zone: timeZone })
  return ({ branch, collection }, pickup, asked) => {
    const to = branches.find(({ pickups }) => pickups.some(({ code }) => code === pickup))?.code ?? pickup
    const open = hours.get(to)
    const kind = branches.find(({ code }) => code === branch)?.collections.find(({ code }) => code === collection)?.kind
    const from = { branch, collection, closed: kind === 'closed stacks' || kind === 'store' }
    const delivery = open ? courier.delivery(from, { branch: to, hours: open }, asked.setZone(timeZone)) : null
    if (!delivery) return null
    const [first] = delivery.legs
    return {
      taken: time(delivery.picked + timetable.pickMinutes),
      left: first ? time(first.depart) : null,
      ready: time(delivery.inHand),
    }
  }
}
