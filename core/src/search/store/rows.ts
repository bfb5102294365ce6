/**
 * What is read of a document together lies together: four numbers a document, with one row more at the end, so that its
 * entries in another column run up to where those of the next document begin.
 */
import type { SearchIndex } from './columns.ts'

type Rows = Pick<SearchIndex, 'rows'>

const ROW = 4
const WORK = 0
const HELD = 1
const VALUE = 2
const FORMAT_AND_YEAR = 3

export const workOf = ({ rows }: Rows, doc: number): number => rows[doc * ROW + WORK]
/** Its places are the entries of `held` from here on. */
export const heldFrom = ({ rows }: Rows, doc: number): number => rows[doc * ROW + HELD]
export const heldTo = ({ rows }: Rows, doc: number): number => rows[doc * ROW + ROW + HELD]
/** Its values are the entries of `value` from here on. */
export const valueFrom = ({ rows }: Rows, doc: number): number => rows[doc * ROW + VALUE]
export const valueTo = ({ rows }: Rows, doc: number): number => rows[doc * ROW + ROW + VALUE]
/** Node of the carrier in the format tree. */
export const formatOf = ({ rows }: Rows, doc: number): number => rows[doc * ROW + FORMAT_AND_YEAR] & 255
/** 0 where the record names none. */
export const yearOf = ({ rows }: Rows, doc: number): number => (rows[doc * ROW + FORMAT_AND_YEAR] >>> 8) & 0x3fff

/** Whether it is read online, too. */
export const isOnline = ({ rows }: Rows, doc: number): boolean => rows[doc * ROW + FORMAT_AND_YEAR] >>> 31 === 1

interface Parts {
  work: ArrayLike<number>
  heldStart: ArrayLike<number>
  valueStart: ArrayLike<number>
  format: ArrayLike<number>
  year: ArrayLike<number>
  online: ArrayLike<number>
}

export function rowsFrom(docCount: number, { work, heldStart, valueStart, format, year, online }: Parts): Uint32Array {
  const rows = new Uint32Array((docCount + 1) * ROW)
  for (let doc = 0; doc <= docCount; doc += 1) {
    const facts = (format[doc] ?? 0) | ((year[doc] ?? 0) << 8) | ((online[doc] ?? 0) << 31)
    const row = [work[doc] ?? 0, heldStart[doc], valueStart[doc], facts]
    rows.set(row, doc * ROW)
  }
  return rows
}

/** Copies of a document at a place: the place, and the use bits of those that can be counted on (low half) and of those in now. */
export const heldEntry = (place: number, uses: number, usesIn: number): number => (place << 8) | (usesIn << 4) | uses
export const placeOfHeld = (entry: number): number => entry >>> 8
export const usesOfHeld = (entry: number): number => entry & 255
