/** What a reader has already of what is wished for: a second hold, or one on a loan, is a slip of the hand unless it is meant. */
import { workKey } from '@catalex/core/catalogue'
import type { Refusal } from '@catalex/core/holds'
import { recordsByControlNumber } from '../../catalogue/index.ts'
import type { Queryable } from '../../database/index.ts'
import type { Reader } from '../../readers/index.ts'
import { ACTIVE_HOLD } from '../tables.ts'

interface Own {
  controlNumber: string
  /** The one copy or volume; null for any. */
  barcode: string | null
  /** Of a loan. */
  due: string | null
}

/**
 * Any edition of the work counts; of a wish for one copy or volume, that one alone.
 * @param records those wished for
 */
export async function alreadyOf(
  source: Queryable,
  reader: Reader,
  { records, barcode }: { records: readonly string[]; barcode: string | null },
): Promise<Refusal | null> {
  const own = await ownOf(source, reader)
  const found = barcode === null ? await ofSameWork(source, own, records) : own.filter((one) => one.barcode === barcode)
  if (found.some(({ due }) => due === null)) return { code: 'already-held' }
  const due = found.flatMap((loan) => loan.due ?? []).at(0)
  return due === undefined ? null : { code: 'already-borrowed', due }
}

async function ownOf(source: Queryable, reader: Reader): Promise<Own[]> {
  return source.read<Own>(
    `SELECT controlNumber, wantedBarcode AS barcode, NULL AS due FROM holds JOIN holdTargets ON holdId = holds.id
       WHERE readerId = $id AND ${ACTIVE_HOLD}
     UNION ALL SELECT controlNumber, loans.barcode, due FROM loans JOIN copies ON copies.barcode = loans.barcode
       JOIN records ON records.id = recordId WHERE readerId = $id`,
    { id: reader.id },
  )
}

/** A hold on one volume says nothing of the others. */
async function ofSameWork(source: Queryable, own: readonly Own[], records: readonly string[]): Promise<Own[]> {
  const whole = own.filter(({ barcode, due }) => barcode === null || due !== null)
  if (whole.length === 0) return []
  const known = await recordsByControlNumber(source, [...new Set([...whole.map(({ controlNumber }) => controlNumber), ...records])])
  const works = new Map(known.map(({ controlNumber, record }) => [controlNumber, workKey(record)]))
  const wished = new Set(records.map((controlNumber) => works.get(controlNumber)))
  return whole.filter(({ controlNumber }) => works.has(controlNumber) && wished.has(works.get(controlNumber)))
}
