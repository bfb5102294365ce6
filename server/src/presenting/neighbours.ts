/** What stands left and right of a copy, as spines. */
import type { Neighbours, NeighboursQuery, Spine } from '@catalex/contract/neighbours'
import { isInNow } from '@catalex/core/copies'
import { besideOnShelf, recordsById, standingOf, type StoredRecord } from '../catalogue/index.ts'
import { copiesOf, type CopyNow } from '../circulation/index.ts'
import type { Queryable } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { shelfPlaceOf } from './copies.ts'
import { whoOf } from './rows.ts'

/** @returns null where there is no such copy */
export async function neighboursOf(
  source: Queryable,
  libraries: Libraries,
  { barcode, side, size }: NeighboursQuery,
  at: string,
): Promise<Neighbours | null> {
  const place = await standingOf(source, barcode)
  if (!place) return null
  // One more on each side says whether there is more.
  const beside = (one: 'left' | 'right') => (side === 'both' || side === one ? besideOnShelf(source, place, one, size + 1) : [])
  const [left, right] = await Promise.all([beside('left'), beside('right')])
  const barcodes = [...left.slice(0, size), ...(side === 'both' ? [barcode] : []), ...right.slice(0, size)]
  const copies = await copiesOf(source, libraries, { barcodes }, at)
  const records = await recordsById(source, [...new Set(copies.map(({ stored }) => stored.recordId))])
  return {
    branch: place.branch,
    collection: libraries.collection(place.branch, place.collection)?.name ?? place.collection,
    spines: copies.flatMap((copy) => {
      const record = records.get(copy.stored.recordId)
      return record ? [spineFrom(copy, record, libraries)] : []
    }),
    more: { left: left.length > size, right: right.length > size },
  }
}

export function spineFrom(copy: CopyNow, { controlNumber, record }: StoredRecord, libraries: Libraries): Spine {
  const { title, year, carrier, extent } = record
  return {
    barcode: copy.barcode,
    controlNumber,
    title,
    who: whoOf(record),
    year,
    carrier,
    extent,
    callNumber: shelfPlaceOf(copy, libraries).callNumber,
    status: copy.status,
    statusText: copy.status === 'other' ? copy.stored.statusText : null,
    inNow: isInNow(copy),
    due: copy.due,
  }
}
