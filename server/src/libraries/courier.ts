/** When things get to a pickup location, by the courier's timetable as the library tells it. */
import type { CourierFile, LibraryFile } from '@catalex/contract/files'
import type { Copy } from '@catalex/core/copies'
import { Courier, type Destination, type Journey } from '@catalex/core/courier'
import type { OpeningHours } from '@catalex/core/calendar'
import { DateTime } from 'luxon'

export type JourneyOf = (copy: Pick<Copy, 'branch' | 'collection' | 'collectionKind'>) => Journey | null

export class Deliveries {
  private readonly courier: Courier
  private readonly destinations: ReadonlyMap<string, Destination>
  private readonly zone: string

  constructor({ branches, timeZone }: LibraryFile, timetable: CourierFile) {
    const hoursOf = new Map(branches.map(({ code, hours, closures }): [string, OpeningHours] => [code, { weekly: hours, closures }]))
    this.zone = timeZone
    this.courier = new Courier(timetable, hoursOf)
    this.destinations = new Map(
      branches.flatMap(({ code: branch, hours, closures, pickups }) =>
        pickups.map((point): [string, Destination] => [point.code, { branch, hours: { weekly: point.hours ?? hours, closures } }]),
      ),
    )
  }

  /** @param now ISO time */
  to(pickup: string, now: string): JourneyOf {
    const destination = this.destinations.get(pickup)
    const at = DateTime.fromISO(now, { zone: this.zone })
    return ({ branch, collection, collectionKind }) => {
      const closed = collectionKind === 'closed stacks' || collectionKind === 'store'
      return destination ? this.courier.journey({ branch, collection, closed }, destination, at) : null
    }
  }
}
