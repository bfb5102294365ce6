/** When things get to a pickup location, by the courier's timetable as the library tells it. */
import type { CourierFile, LibraryFile } from '@catalex/contract/files'
import { isReachable, type Copy } from '@catalex/core/copies'
import { Courier, minuteOf, type Destination, type Delivery, type Minute } from '@catalex/core/courier'
import type { OpeningHours } from '@catalex/core/calendar'
import { DateTime } from 'luxon'

export type Shelves = Pick<Copy, 'branch' | 'collection' | 'collectionKind'>
export type DeliveryOf = (copy: Shelves) => Delivery | null
export type InHandOf = (copy: Shelves) => Minute | null

export class Deliveries {
  private readonly courier: Courier
  private readonly destinations: ReadonlyMap<string, Destination>
  private readonly zone: string
  private readonly hoursOf: ReadonlyMap<string, OpeningHours>
  private known = { minute: '', arrivals: new Map<string, Float64Array>() }

  constructor({ branches, timeZone }: LibraryFile, timetable: CourierFile) {
    this.hoursOf = new Map(branches.map(({ code, hours, closures }): [string, OpeningHours] => [code, { weekly: hours, closures }]))
    this.zone = timeZone
    this.courier = new Courier(timetable, this.hoursOf)
    this.destinations = new Map(
      branches.flatMap(({ code: branch, hours, closures, pickups }) =>
        pickups.map((point): [string, Destination] => [point.code, { branch, hours: { weekly: point.hours ?? hours, closures } }]),
      ),
    )
  }

  /**
   * When a copy in now would be in hand: brought by the courier, or fetched by the reader where it stands at the pickup
   * location itself.
   * @param now ISO time
   */
  inHandAt(pickup: string, now: string): InHandOf {
    const deliveryOf = this.to(pickup, now)
    const destination = this.destinations.get(pickup)
    const at = DateTime.fromISO(now, { zone: this.zone })
    const opening = destination
      ? this.courier.opening({ ...destination, hours: this.hoursOf.get(destination.branch) ?? destination.hours }, at)
      : null
    return (copy) => {
      const brought = deliveryOf(copy)?.inHand ?? null
      const fetched = copy.branch === destination?.branch && isReachable(copy) ? opening : null
      return brought === null || fetched === null ? (brought ?? fetched) : Math.min(brought, fetched)
    }
  }

  /**
   * The same for the nodes of the place tree, of which only collections have copies; kept for the minute.
   * @param shelves of each node
   */
  arrivals(pickup: string, now: string, shelves: readonly (Shelves | null)[]): Float64Array {
    const minute = now.slice(0, 16)
    if (this.known.minute !== minute) this.known = { minute, arrivals: new Map() }
    const before = this.known.arrivals.get(pickup)
    if (before) return before
    const inHandOf = this.inHandAt(pickup, now)
    const found = Float64Array.from(shelves, (one) => (one && inHandOf(one)) ?? Infinity)
    this.known.arrivals.set(pickup, found)
    return found
  }

  /** The ends of today and of the seventh and fourteenth day after it. */
  limits(now: string): Minute[] {
    const today = DateTime.fromISO(now, { zone: this.zone }).startOf('day')
    return [1, 8, 15].map((days) => minuteOf(today.plus({ days })) - 1)
  }

  /** @param now ISO time */
  to(pickup: string, now: string): DeliveryOf {
    const destination = this.destinations.get(pickup)
    const at = DateTime.fromISO(now, { zone: this.zone })
    const known = new Map<string, Delivery | null>()
    return ({ branch, collection, collectionKind }) => {
      const place = `${branch}/${collection}`
      const before = known.get(place)
      if (before !== undefined) return before
      const closed = collectionKind === 'closed stacks' || collectionKind === 'store'
      const found = destination ? this.courier.delivery({ branch, collection, closed }, destination, at) : null
      known.set(place, found)
      return found
    }
  }
}
