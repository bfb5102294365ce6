/** Whether loans of a reader are renewed, and until when. */
import type { Refusal } from '@catalex/core/holds'
import { loanRuleFor } from '@catalex/core/loans'
import { renewalOf } from '@catalex/core/renewals'
import { DateTime } from 'luxon'
import type { Queryable } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { borrowerOf, type Reader } from '../../readers/index.ts'
import type { Moment } from '../moment.ts'
import { cardStopped } from './account.ts'
import { copiesOf } from './copies.ts'

export interface LoanAsked {
  barcode: string
  due: string
  renewals: number
}

/** @returns by barcode */
export async function renewalsOf(
  source: Queryable,
  libraries: Libraries,
  reader: Reader,
  loans: readonly LoanAsked[],
  at: Moment,
): Promise<Map<string, { due: string } | Refusal>> {
  const stopped = await cardStopped(source, libraries, reader, at)
  const barcodes = loans.map(({ barcode }) => barcode)
  const copies = new Map((await copiesOf(source, libraries, { barcodes }, at.minute)).map((copy) => [copy.barcode, copy]))
  const waiting = await othersWaiting(source, reader, barcodes)
  const borrower = borrowerOf(libraries, reader)
  const now = DateTime.fromISO(at.now, { zone: libraries.library.timeZone })
  return new Map(
    loans.map(({ barcode, due, renewals }) => {
      const copy = copies.get(barcode)
      const rule = copy ? loanRuleFor(libraries.loanRules, borrower, copy) : null
      return [barcode, stopped ?? renewalOf({ rule, due, renewals, waiting: waiting.get(barcode) ?? 0, now })]
    }),
  )
}

/** Holds of other readers that wait for the title or for this very copy, by barcode. */
async function othersWaiting(source: Queryable, reader: Reader, barcodes: readonly string[]): Promise<Map<string, number>> {
  const rows = await source.read<{ barcode: string; waiting: number }>(
    `SELECT copies.barcode, count(DISTINCT holds.id) AS waiting
     FROM copies JOIN records ON records.id = recordId
       JOIN holdTargets ON holdTargets.controlNumber = records.controlNumber JOIN holds ON holds.id = holdId
     WHERE copies.barcode IN (SELECT value FROM json_each($barcodes)) AND holds.state = 'waiting' AND holds.readerId IS NOT $id
       AND (holds.wantedBarcode IS NULL OR holds.wantedBarcode = copies.barcode)
     GROUP BY copies.barcode`,
    { barcodes: JSON.stringify(barcodes), id: reader.id },
  )
  return new Map(rows.map(({ barcode, waiting }) => [barcode, waiting]))
}
