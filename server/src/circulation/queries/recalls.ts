/** Which loan a hold in the queue would have shortened. */
import type { Copy } from '@catalex/core/copies'
import { recallOf, type LoanOut, type Recall } from '@catalex/core/recalls'
import { DateTime } from 'luxon'
import type { Queryable } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { borrowerOf } from '../../readers/index.ts'
import type { Moment } from '../moment.ts'

interface LoanRow {
  barcode: string
  due: string
  recalledFrom: string | null
  recalls: number
  /** Null of somebody who is not known. */
  category: string | null
  homeBranch: string | null
}

/** Who has these copies; what the reader who asks has is no help to them. @param readerId null for a guest */
export async function loansOut(
  source: Queryable,
  libraries: Libraries,
  readerId: number | null,
  copies: readonly Copy[],
): Promise<LoanOut[]> {
  const rows = await source.read<LoanRow>(
    `SELECT loans.barcode, due, recalledFrom, recalls, category, homeBranch FROM loans LEFT JOIN readers ON readers.id = loans.readerId
     WHERE loans.barcode IN (SELECT value FROM json_each($barcodes)) AND (loans.readerId IS NULL OR loans.readerId IS NOT $own)`,
    { barcodes: JSON.stringify(copies.map(({ barcode }) => barcode)), own: readerId },
  )
  const byBarcode = new Map(copies.map((copy) => [copy.barcode, copy]))
  return rows.flatMap(({ barcode, due, recalledFrom, recalls, category, homeBranch }): LoanOut[] => {
    const copy = byBarcode.get(barcode)
    if (!copy) return []
    const borrower = category === null || homeBranch === null ? null : borrowerOf(libraries, { category, homeBranch })
    const back = libraries.hoursToBringBack(homeBranch, copy, 'days')
    return [{ barcode, copy, borrower, due, recalled: recalledFrom !== null, recalls, back }]
  })
}

/** @param eligible copies that may fill the hold */
export function recallAmong(
  libraries: Libraries,
  loans: readonly LoanOut[],
  { eligible, before }: { eligible: readonly Copy[]; before: number },
  { now }: Moment,
): Recall | null {
  const some = new Set(eligible.map(({ barcode }) => barcode))
  return recallOf({
    rules: libraries.loanRules,
    loans: loans.filter(({ barcode }) => some.has(barcode)),
    before,
    now: DateTime.fromISO(now, { zone: libraries.zone }),
  })
}
