/** When the newest copy of a record came: a day as a small number, so that a column of them is small. */
import type { SearchIndex } from './columns.ts'

const DAY_MS = 86_400_000
const FIRST_DAY = Date.UTC(1900, 0, 1)
const LAST = 0xffff
/** Record numbers are below it. */
const RECORDS = 2 ** 32

/** @param days ISO dates, null for unknown ones @returns days from 1900 to the latest, from 1 on; 0 where none is known */
export function newestDay(days: readonly (string | null | undefined)[]): number {
  let newest = 0
  for (const day of days) {
    const at = day == null ? Number.NaN : Date.parse(`${day}T00:00:00Z`)
    if (!Number.isNaN(at)) newest = Math.max(newest, Math.min(LAST, Math.max(1, (at - FIRST_DAY) / DAY_MS + 1)))
  }
  return newest
}

/** Rises with the day on which the newest copy of a record came; of one day, and where no day is known, with the number of the record. */
export const addedOrder = ({ acquired, recordIds }: SearchIndex, doc: number): number => acquired[doc] * RECORDS + recordIds[doc]
