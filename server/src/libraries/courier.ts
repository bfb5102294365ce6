/** When things get to a pickup location, by the courier's timetable as the library tells it. */
import type { CourierFile, LibraryFile } from '@catalex/contract/files'
import { isReachable, type Copy } from '@catalex/core/copies'
import {
  Courier,
  calledTwice,
  courierFindings,
  inHandLimits,
  type CourierFinding,
  type CourierPlaces,
  type Delivery,
  type Destination,
  type Standing,
} from '@catalex/core/courier'
import { openingHours, zoneNamed, type Minute, type OpeningHours } from '@catalex/core/calendar'
import { DateTime, type Zone } from 'luxon'
import { placeCode } from './places.ts'

export type Shelves = Pick<Copy, 'branch' | 'collection' | 'collectionKind'>
export type DeliveryOf = (copy: Shelves) => Delivery | null

/** Minutes to the next of which a return is counted. */
const PART_OF_DAY = 240
const MOST_RETURNED = 20_000
/** Length of an ISO time down to its minute. */
const MINUTE = 16

/** What every search of a minute asks for. */
interface KnownMinute {
  minute: string
  limits: Minute[]
  arrivals: Map<string, Float64Array>
}

export class Deliveries {
  private readonly places: CourierPlaces
  private readonly courier: Courier
  private readonly zone: Zone
  /** In hand by branch, pickup point and time of what is handed in. */
  private readonly returned = new Map<string, Minute | null>()
  private known: KnownMinute = { minute: '', limits: [], arrivals: new Map() }

  constructor(
    library: LibraryFile,
    private readonly timetable: CourierFile,
  ) {
    this.places = placesOf(library)
    this.courier = new Courier(timetable, this.places.hours)
    this.zone = zoneNamed(library.timeZone)
  }

  /** What the timetable leaves out. */
  findings(now: string): CourierFinding[] {
    return courierFindings(this.timetable, this.places, this.timeOf(now))
  }

  /** Lines that call at a branch out and back. */
  calledTwice(): { line: string; branch: string }[] {
    return calledTwice(this.timetable.lines)
  }

  /** How copies come to a pickup location. @param now ISO time */
  to(pickup: string, now: string): DeliveryOf {
    return this.bring(this.places.pickups.get(pickup), now)
  }

  /** How copies come back to a branch. @param now ISO time */
  home(branch: string, now: string): DeliveryOf {
    const hours = this.places.hours.get(branch)
    return this.bring(hours && { branch, hours: alwaysWithoutHours(hours) }, now)
  }

  private bring(destination: Destination | undefined, now: string): DeliveryOf {
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

  /** The latest of several that come together, each where it misses its runs once. @param now ISO time */
  latest(pickup: string, now: string, copies: readonly Shelves[]): Minute | null {
    const destination = this.places.pickups.get(pickup)
    const at = this.timeOf(now)
    const times = copies.map((copy) => destination && this.courier.latest(standingAt(copy), destination, at))
    return times.reduce<Minute | null>((last, one, i) => (one == null || (i > 0 && last === null) ? null : Math.max(last ?? 0, one)), null)
  }

  /**
   * When copies in now would be in hand at a pickup location, by nodes of the place tree; kept for the minute.
   * @param shelves of each node; null for one that has no copies of its own
   */
  arrivals(pickup: string, now: string, shelves: readonly (Shelves | null)[]): Float64Array {
    const { arrivals } = this.knownAt(now)
    const before = arrivals.get(pickup)
    if (before) return before
    const destination = this.places.pickups.get(pickup)
    const at = this.timeOf(now)
    const inHandOf = (one: Shelves | null) => one && destination && this.courier.inHand(standingAt(one), destination, at)
    const found = Float64Array.from(shelves, (one) => inHandOf(one) ?? Infinity)
    arrivals.set(pickup, found)
    return found
  }

  /** Of what is handed in at a branch then, and taken from its desk like any other copy. @returns null where nobody knows */
  arrival(branch: string, pickup: string, at: Minute): Minute | null {
    const destination = this.places.pickups.get(pickup)
    // Of hours inside a part of a day nothing leaves: it is known once for each.
    const time = Math.ceil(at / PART_OF_DAY) * PART_OF_DAY
    const key = `${branch} ${pickup} ${String(time)}`
    const known = this.returned.get(key)
    if (known !== undefined || !destination) return known ?? null
    if (this.returned.size >= MOST_RETURNED) this.returned.clear()
    const from = { branch, collection: '', closed: false }
    const found = this.courier.delivery(from, destination, DateTime.fromMillis(time * 60_000, { zone: this.zone }))?.inHand ?? null
    this.returned.set(key, found)
    return found
  }

  limits(now: string): readonly Minute[] {
    return this.knownAt(now).limits
  }

  /** What is asked in the middle of a minute has missed what began with it: that minute is another. */
  private knownAt(now: string): KnownMinute {
    const minute = now.slice(0, MINUTE) + (/[1-9]/.test(now.slice(MINUTE, -1)) ? '+' : '')
    if (this.known.minute !== minute) this.known = { minute, limits: inHandLimits(this.timeOf(now)), arrivals: new Map() }
    return this.known
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

/** A place that no reader comes to, such as a store, takes things in at any time. */
const ALWAYS: OpeningHours = { weekly: Object.fromEntries([1, 2, 3, 4, 5, 6, 7].map((day) => [day, [['00:00', '24:00']]])), closures: [] }
const alwaysWithoutHours = (hours: OpeningHours): OpeningHours =>
  Object.values(hours.weekly).every((spans) => spans.length === 0) ? ALWAYS : hours

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
