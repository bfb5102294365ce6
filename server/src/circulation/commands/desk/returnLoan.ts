/** Ends the loan of a copy that has come back; what it costs that it is late stands on its borrower's card. */
import { loanRuleFor, overdueCharge } from '@catalex/core/loans'
import { DateTime } from 'luxon'
import type { Write } from '../../../database/index.ts'
import type { Libraries } from '../../../libraries/index.ts'
import { borrowerOf, readerById } from '../../../readers/index.ts'
import type { Moment } from '../../moment.ts'
import type { CopyNow } from '../../queries/copies.ts'
import { titleOf } from '../../queries/titles.ts'
import { keepPastLoan } from '../../pastLoans.ts'
import { charge } from '../charge.ts'

/** @returns whether it was on loan, and the charge in hundredths */
export async function returnLoan(
  write: Write,
  libraries: Libraries,
  copy: CopyNow,
  at: Moment,
): Promise<{ returned: boolean; charge: number }> {
  const { barcode } = copy
  if (copy.due === null) return { returned: false, charge: 0 }
  const [loan] = await write.read<{ readerId: number | null; due: string }>(
    'DELETE FROM loans WHERE barcode = $barcode RETURNING readerId, due',
    { barcode },
  )
  const reader = loan?.readerId == null ? null : await readerById(write, loan.readerId)
  if (!loan || !reader) return { returned: loan !== undefined, charge: 0 }
  if (reader.history) await keepPastLoan(write, reader.id, barcode, at.now)
  const rule = loanRuleFor(libraries.loanRules, borrowerOf(libraries, reader), copy)
  const amount = overdueCharge(rule?.overdue, loan.due, DateTime.fromISO(at.now, { zone: libraries.zone }))
  if (amount > 0) await charge(write, { readerId: reader.id, barcode, title: await titleOf(write, barcode), amount }, at)
  return { returned: true, charge: amount }
}
