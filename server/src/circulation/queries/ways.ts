/** Where a copy has to go, and how the courier would bring it there. */
import type { CollectionKind } from '@catalex/core/copies'
import type { Queryable } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { momentAt } from './delivery.ts'
import type { HoldModel } from '../tables.ts'
import { PROMISED_TO } from './promised.ts'

export interface Way {
  title: string
  /** Whether it stands on its shelf. */
  onShelf: boolean
  from: string
  collection: string
  collectionKind: CollectionKind
  /** Code of the branch. */
  to: string
  /** Of the hold that it is set aside for. */
  pickup: string | null
  readerId: number | null
}

export interface DeliveryLeg {
  line: string
  lineCode: string
  from: string
  to: string
  /** ISO times. */
  depart: string
  arrive: string
}

interface Standing {
  title: string
  branch: string
  collection: string
  /** Null where it stands on its shelf. */
  desk: string | null
  bound: string | null
  state: HoldModel['state'] | null
  pickup: string | null
  readerId: number | null
}

/** @returns null for a copy that has not to go anywhere */
export async function wayOf(source: Queryable, libraries: Libraries, barcode: string): Promise<Way | null> {
  const [copy] = await source.read<Standing>(
    `SELECT records.title, branch, collection, desk, bound, state, pickup, readerId
     FROM copies sought JOIN records ON records.id = recordId LEFT JOIN whereabouts ON whereabouts.barcode = sought.barcode
       LEFT JOIN holds ON holds.id = ${PROMISED_TO}
     WHERE sought.barcode = $barcode AND sought.status <> 'withdrawn'`,
    { barcode },
  )
  if (!copy) return null
  const { title, branch, collection, desk, bound, state, pickup, readerId } = copy
  if (desk !== null) {
    // From a desk it is taken like from any open shelf.
    const from = { from: desk, collection: '', collectionKind: 'open shelf' as const }
    return bound === null ? null : { title, pickup, readerId, onShelf: false, ...from, to: bound }
  }
  if (state !== 'being fetched' || pickup === null) return null
  const collectionKind = libraries.collection(branch, collection)?.kind ?? 'open shelf'
  const to = libraries.pickups.branchOf(pickup) ?? pickup
  return { title, pickup, readerId, onShelf: true, from: branch, collection, collectionKind, to }
}

/** @param now ISO time */
export function deliveryFor(libraries: Libraries, { from: branch, collection, collectionKind, to, pickup }: Way, now: string) {
  const bring =
    pickup !== null && libraries.pickups.branchOf(pickup) === to ? libraries.deliveriesTo(pickup, now) : libraries.deliveriesHome(to, now)
  const found = bring({ branch, collection, collectionKind })
  if (!found) return null
  const legs = found.legs.map(({ line, from, depart, to: stop, arrive }): DeliveryLeg => ({
    line: line.name,
    lineCode: line.code,
    from,
    to: stop,
    depart: momentAt(depart),
    arrive: momentAt(arrive),
  }))
  return { picked: momentAt(found.picked), ready: momentAt(found.picked + libraries.pickMinutes), legs, inHand: momentAt(found.inHand) }
}
