/** On what terms readers have what they have borrowed: whether it is renewed, and until when; what it costs when it is late; where it is brought back. */
import type { Refusal } from '@catalex/core/holds'
import { lengthOf, loanRuleFor, loanTerms, type OverdueRate } from '@catalex/core/loans'
import { renewalOf } from '@catalex/core/renewals'
import { DateTime } from 'luxon'
import type { Queryable } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { borrowerOf, readerById, type Reader } from '../../readers/index.ts'
import type { Moment } from '../moment.ts'
import { cardStopped } from './account.ts'
import { copiesOf, copyNow } from './copies.ts'

export interface LoanAsked {
  barcode: string
  due: string
  renewals: number
}

export interface TermsOfLoan {
  /** When it would be due if it were renewed now, or why it is not renewed. */
  renewal: { due: string } | Refusal
  /** What it costs when it is late; null for nothing. */
  overdue: OverdueRate | null
}

/** @returns by barcode */
export async function termsOfLoans(
  source: Queryable,
  libraries: Libraries,
  reader: Reader,
  loans: readonly LoanAsked[],
  at: Moment,
): Promise<Map<string, TermsOfLoan>> {
  const stopped = await cardStopped(source, libraries, reader, at)
  const barcodes = loans.map(({ barcode }) => barcode)
  const copies = new Map((await copiesOf(source, libraries, { barcodes }, at.minute)).map((copy) => [copy.barcode, copy]))
  const waiting = await othersWaiting(source, reader, barcodes)
  const borrower = borrowerOf(libraries, reader)
  const now = DateTime.fromISO(at.now, { zone: libraries.zone })
  return new Map(
    loans.map(({ barcode, due, renewals }) => {
      const copy = copies.get(barcode)
      // Of what the catalogue has no more no rule says anything.
      if (!copy) return [barcode, { renewal: stopped ?? { code: 'not-renewable' }, overdue: null }]
      const rule = loanRuleFor(libraries.loanRules, borrower, copy)
      const back = libraries.hoursToBringBack(reader.homeBranch, copy, rule ? lengthOf(rule).unit : 'days')
      const renewal = stopped ?? renewalOf({ rule, due, renewals, waiting: waiting.get(barcode) ?? 0, now, back })
      return [barcode, { renewal, overdue: rule?.overdue ?? null }]
    }),
  )
}

/** Of what its borrower is told: what it costs when it is late, and the code of the system that alone takes it back; null for nothing, and for any. */
export async function termsToTell(
  source: Queryable,
  libraries: Libraries,
  readerId: number,
  barcode: string,
): Promise<{ late: OverdueRate | null; returnTo: string | null }> {
  const copy = await copyNow(source, libraries, barcode, '')
  const reader = await readerById(source, readerId)
  if (!copy || !reader) return { late: null, returnTo: null }
  return {
    late: loanTerms(libraries.loanRules, borrowerOf(libraries, reader), copy)?.overdue ?? null,
    returnTo: libraries.returnedTo(copy.system)?.code ?? null,
  }
}

/** Holds of other readers that wait for the title or for this very copy, by barcode. */
async function othersWaiting(source: Queryable, reader: Reader, barcodes: readonly string[]): Promise<Map<string, number>> {
  const rows = await source.read<{ barcode: string; waiting: number }>(
    `SELECT copies.barcode, count(DISTINCT holds.id) AS waiting
     FROM copies JOIN records ON records.id = recordId
       JOIN holdTargets ON holdTargets.controlNumber = records.controlNumber AND open = 1 JOIN holds ON holds.id = holdId
     WHERE copies.barcode IN (SELECT value FROM json_each($barcodes)) AND holds.state = 'waiting' AND holds.readerId IS NOT $id
       AND (holds.wantedBarcode IS NULL OR holds.wantedBarcode = copies.barcode)
     GROUP BY copies.barcode`,
    { barcodes: JSON.stringify(barcodes), id: reader.id },
  )
  return new Map(rows.map(({ barcode, waiting }) => [barcode, waiting]))
}
