/** The copies on one shelf, a branch's collection, in their order; also those that are out. */
import type { MarcRecord } from '@catalex/core/catalogue'
import type { Queryable } from '../database/index.ts'

export interface OnShelf {
  barcode: string
  branch: string
  collection: string
  sortKey: string
}

/** Where a copy stands; null where there is none of this barcode. */
export async function standingOf(source: Queryable, barcode: string): Promise<OnShelf | null> {
  const [found] = await source.read<OnShelf>(
    "SELECT barcode, branch, collection, sortKey FROM copies WHERE barcode = $barcode AND status <> 'withdrawn'",
    { barcode },
  )
  return found ?? null
}

/** The record of a copy as it was read; null where there is none of this barcode. */
export async function marcOfCopy(source: Queryable, barcode: string): Promise<MarcRecord | null> {
  const [found] = await source.read<{ marc: string }>(
    "SELECT marc FROM records JOIN copies ON recordId = records.id WHERE barcode = $barcode AND copies.status <> 'withdrawn'",
    { barcode },
  )
  // Written from a MarcRecord.
  return found ? (JSON.parse(found.marc) as MarcRecord) : null
}

/** The index of shelves has the order; only what is shown is looked up. */
const BESIDE = {
  left: ['<', 'DESC'],
  right: ['>', 'ASC'],
} as const

/** Barcodes left or right of a copy, the nearest first. */
export async function besideOnShelf(source: Queryable, at: OnShelf, side: 'left' | 'right', most: number): Promise<string[]> {
  const [than, order] = BESIDE[side]
  const rows = await source.read<{ barcode: string }>(
    `SELECT barcode FROM copies INDEXED BY copiesOnShelf WHERE branch = $branch AND collection = $collection
       AND (sortKey, barcode) ${than} ($sortKey, $barcode) AND status <> 'withdrawn'
     ORDER BY sortKey ${order}, barcode ${order} LIMIT $most`,
    { ...at, most },
  )
  return rows.map(({ barcode }) => barcode)
}
