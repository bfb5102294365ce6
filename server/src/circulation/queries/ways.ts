/** Where a copy has to go, and how the courier would bring it there. */
import type { CollectionKind } from '@catalex/core/copies'
import type { Queryable } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { momentAt } from './delivery.ts'
import { promisedTo } from './promised.ts'
import { whereaboutsOf } from './whereabouts.ts'

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

/** @returns null for a copy that has not to go anywhere */
export async function wayOf(source: Queryable, libraries: Libraries, barcode: string): Promise<Way | null> {
  const [copy] = await source.read<{ title: string; branch: string; collection: string }>(
    'SELECT title, branch, collection FROM copies JOIN records ON records.id = recordId WHERE barcode = $barcode',
    { barcode },
  )
  const [place] = await whereaboutsOf(source, barcode, false)
  if (!copy || !place) return null
  const { title, branch, collection } = copy
  const hold = await promisedTo(source, barcode)
  const of = { title, pickup: hold?.pickup ?? null, readerId: hold?.readerId ?? null }
  if (place.desk === null) {
    if (hold?.state !== 'being fetched') return null
    const collectionKind = libraries.collection(branch, collection)?.kind ?? 'open shelf'
    return { ...of, onShelf: true, from: branch, collection, collectionKind, to: libraries.pickups.branchOf(hold.pickup) ?? hold.pickup }
  }
  // From a desk it is taken like from any open shelf.
  return place.bound === null
    ? null
    : { ...of, onShelf: false, from: place.desk, collection: '', collectionKind: 'open shelf', to: place.bound }
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
