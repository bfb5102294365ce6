/** The hold that a copy is set aside for, by itself or with its set. */
import type { Queryable } from '../../database/index.ts'
import type { HoldModel } from '../tables.ts'

export type PromisedTo = Pick<HoldModel, 'id' | 'state' | 'barcode' | 'readerId' | 'pickup' | 'wantedBarcode'>

/** Of the copy `sought`, in a statement: the id of the hold. */
export const PROMISED_TO = `(SELECT holds.id FROM copies one
   JOIN holds ON holds.barcode = one.barcode AND state IN ('being fetched', 'in transit', 'ready')
     AND (one.barcode = sought.barcode OR wantedBarcode IS NULL)
   WHERE one.recordId = sought.recordId AND (one.barcode = sought.barcode OR one.setNumber = sought.setNumber) LIMIT 1)`

export async function promisedTo(source: Queryable, barcode: string): Promise<PromisedTo | undefined> {
  const [hold] = await source.read<PromisedTo>(
    `SELECT holds.id, state, holds.barcode, readerId, pickup, wantedBarcode
     FROM copies sought JOIN holds ON holds.id = ${PROMISED_TO} WHERE sought.barcode = $barcode`,
    { barcode },
  )
  return hold
}

/** ISO time at which the copy for a hold was last sent on its way; null where it needed none. */
export async function whenSent(source: Queryable, { id }: Pick<PromisedTo, 'id'>): Promise<string | null> {
  const [sent] = await source.read<{ at: string | null }>(
    "SELECT max(at) AS at FROM holdEvents WHERE holdId = $id AND state = 'in transit'",
    { id },
  )
  return sent?.at ?? null
}
