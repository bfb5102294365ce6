/** Where a copy has to go, and how the courier would bring it there. */
import { momentAt } from '../circulation/index.ts'
import type { CollectionKind } from '@catalex/core/copies'
import type { Queryable } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'

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

interface Row {
  title: string
  branch: string
  collection: string
  desk: string | null
  bound: string | null
  pickup: string | null
  state: string | null
  readerId: number | null
}

/** The hold that a copy is set aside for, by itself or with its set. */
const PROMISED = `(SELECT h.id FROM holds h JOIN copies one ON one.barcode = h.barcode
  WHERE h.state IN ('being fetched', 'in transit', 'ready') AND (one.barcode = copies.barcode
    OR (h.wantedBarcode IS NULL AND one.recordId = copies.recordId AND one.setNumber = copies.setNumber)) LIMIT 1)`

/** @returns null for a copy that has not to go anywhere */
export async function wayOf(source: Queryable, libraries: Libraries, barcode: string): Promise<Way | null> {
  const [row] = await source.read<Row>(
    `SELECT records.title, copies.branch, copies.collection, desk, bound, pickup, state, holds.readerId
     FROM copies JOIN records ON records.id = recordId
       LEFT JOIN whereabouts ON whereabouts.barcode = copies.barcode LEFT JOIN holds ON holds.id = ${PROMISED}
     WHERE copies.barcode = $barcode`,
    { barcode },
  )
  if (!row) return null
  const { title, branch, collection, desk, bound, pickup, state, readerId } = row
  if (desk === null) {
    if (state !== 'being fetched' || pickup === null) return null
    const collectionKind = libraries.collection(branch, collection)?.kind ?? 'open shelf'
    const to = libraries.branchAt(pickup) ?? pickup
    return { title, pickup, readerId, onShelf: true, from: branch, collection, collectionKind, to }
  }
  // From a desk it is taken like from any open shelf.
  if (bound === null) return null
  return { title, pickup, readerId, onShelf: false, from: desk, collection: '', collectionKind: 'open shelf', to: bound }
}

/** Whose hold a copy is set aside for; null for nobody who is known here. */
export async function readerOf(source: Queryable, barcode: string): Promise<number | null> {
  const [row] = await source.read<{ readerId: number | null }>(
    `SELECT readerId FROM copies JOIN holds ON holds.id = ${PROMISED} WHERE copies.barcode = $barcode`,
    { barcode },
  )
  return row?.readerId ?? null
}

/** @param now ISO time */
export function deliveryFor(libraries: Libraries, { from: branch, collection, collectionKind, to, pickup }: Way, now: string) {
  const bring =
    pickup !== null && libraries.branchAt(pickup) === to ? libraries.deliveriesTo(pickup, now) : libraries.deliveriesHome(to, now)
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
