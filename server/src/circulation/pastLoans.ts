/** What a reader has returned: kept for those alone who have asked for it, and gone when they say so. */
import type { PastLoan } from '@catalex/contract/card'
import type { Queryable, Write } from '../database/index.ts'

/** More are not kept: the oldest give way. */
export const MOST_PAST_LOANS = 2000

/** Newest first. */
export const pastLoansOf = (source: Queryable, readerId: number): Promise<PastLoan[]> =>
  source.read<PastLoan>(
    `SELECT pastLoans.title, pastLoans.returned, CASE WHEN records.withdrawn = 0 THEN records.controlNumber END AS controlNumber
     FROM pastLoans LEFT JOIN records ON records.controlNumber = pastLoans.controlNumber WHERE readerId = $readerId ORDER BY pastLoans.id DESC`,
    { readerId },
  )

export const forgetPastLoans = (write: Write, readerId: number): Promise<void> =>
  write.run('DELETE FROM pastLoans WHERE readerId = $readerId', { readerId })

/** @param now ISO time at which it came back */
export async function keepPastLoan(write: Write, readerId: number, barcode: string, now: string): Promise<void> {
  await write.run(
    `INSERT INTO pastLoans (readerId, controlNumber, title, returned)
     SELECT $readerId, controlNumber, title, $now FROM copies JOIN records ON records.id = recordId WHERE barcode = $barcode`,
    { readerId, barcode, now },
  )
  await write.run(
    'DELETE FROM pastLoans WHERE readerId = $readerId AND id <= (SELECT id FROM pastLoans WHERE readerId = $readerId ORDER BY id DESC LIMIT 1 OFFSET $most)',
    { readerId, most: MOST_PAST_LOANS },
  )
}
