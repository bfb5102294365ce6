/** When things get to a pickup location, by the courier's timetable as the library tells it. */
import type { CourierFile, LibraryFile } from '@catalex/contract/files'
import { isReachable, type Copy } from '@catalex/core/copies'
import {
  Courier,
  courierFindings,
  inHandLimits,
  type CourierFinding,
  type CourierPlaces,
  type Delivery,
  type Destination,
  type Minute,
  type Standing,
} from '@catalex/core/courier'
import { openingHours } from '@catalex/core/calendar'
import { DateTime } from 'luxon'
import { placeCode } from './places.ts'

export type Shelves = Pick<Copy, 'branch' | 'collection' | 'collectionKind'>
export type DeliveryOf = (copy: Shelves) => Delivery | null

export class Deliveries {
  private readonly places: CourierPlaces
  private readonly courier: Courier
  private readonly zone: string
  private known = { minute: '', arrivals: new Map<string, Float64Array>() }

  constructor(
    library: LibraryFile,
    private readonly timetable: CourierFile,
  ) {
    this.places = placesOf(library)
    this.courier = new Courier(timetable, this.places.hours)
    this.zone = library.timeZone
  }

  /** What the timetable leaves out. */
  findings(now: string): CourierFinding[] {
    return courierFindings(this.timetable, this.places, this.timeOf(now))
  }

  /** How copies come to a pickup location. @param now ISO time */
  to(pickup: string, now: string): DeliveryOf {
    const destination = this.places.pickups.get(pickup)
    const at = this.timeOf(now)
    const known = new Map<string, Delivery | null>()
    return (copy) => {
      const place = placeCode(copy.branch, copy.collection)
      const before = known.get(place)
      if (before !== undefined) return before
      const found = destination ? this.courier.delivery(standingAt(copy), destination, at) : null
      known.set(place, found)
      return found
    }
  }

  /**
   * When copies in now would be in hand at a pickup location, by nodes of the place tree; kept for the minute.
   * @param shelves of each node; null for one that has no copies of its own
   */
  arrivals(pickup: string, now: string, shelves: readonly (Shelves | null)[]): Float64Array {
    const minute = now.slice(0, 16)
    if (this.known.minute !== minute) this.known = { minute, arrivals: new Map() }
    const before = this.known.arrivals.get(pickup)
    if (before) return before
    const destination = this.places.pickups.get(pickup)
    const at = this.timeOf(now)
    const inHandOf = (one: Shelves | null) => one && destination && this.courier.inHand(standingAt(one), destination, at)
    const found = Float64Array.from(shelves, (one) => inHandOf(one) ?? Infinity)
    this.known.arrivals.set(pickup, found)
    return found
  }

  limits(now: string): Minute[] {
    return inHandLimits(this.timeOf(now))
  }

  private timeOf(now: string): DateTime {
    return DateTime.fromISO(now, { zone: this.zone })
  }
}

export const standingAt = ({ branch, collection, collectionKind }: Shelves): Standing => ({
  branch,
  collection,
  closed: !isReachable({ collectionKind }),
})

function placesOf({ branches }: LibraryFile): CourierPlaces {
  return {
    hours: new Map(branches.map((branch) => [branch.code, openingHours(branch)])),
    standings: branches.flatMap(({ code: branch, collections }) =>
      collections.map(({ code: collection, kind: collectionKind }) => standingAt({ branch, collection, collectionKind })),
    ),
    pickups: new Map(
      branches.flatMap((branch) =>
        branch.pickups.map((point): [string, Destination] => [
          point.code,
          { branch: branch.code, hours: openingHours(branch, point.hours) },
        ]),
      ),
    ),
  }
}
