/** Shortens a loan for a hold that asks for it, and gives the days back when the hold needs it no more; the borrower is told of both. */
import type { Recall } from '@catalex/core/recalls'
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { tell } from '../../notices/index.ts'
import type { Moment } from '../moment.ts'
import { termsToTell } from '../queries/loanTerms.ts'
import { titleOf } from '../queries/titles.ts'

interface Shortened {
  barcode: string
  readerId: number | null
  due: string
}

export async function recallLoan(write: Write, libraries: Libraries, holdId: number, { barcode, due }: Recall, at: Moment): Promise<void> {
  const [loan] = await write.read<Shortened>(
    `UPDATE loans SET recalledFrom = due, due = $due, recalledFor = $holdId, recalls = recalls + 1 WHERE barcode = $barcode AND recalledFrom IS NULL
     RETURNING barcode, readerId, due`,
    { barcode, due, holdId },
  )
  if (loan) await tellBorrower(write, libraries, loan, 'recalled', at)
}

/** Of a loan that has come back nothing is left to give. */
export async function endRecall(write: Write, libraries: Libraries, holdId: number, at: Moment): Promise<void> {
  const [loan] = await write.read<Shortened>(
    `UPDATE loans SET due = recalledFrom, recalledFrom = NULL, recalledFor = NULL WHERE recalledFor = $holdId
     RETURNING barcode, readerId, due`,
    { holdId },
  )
  if (loan) await tellBorrower(write, libraries, loan, 'recall ended', at)
}

async function tellBorrower(
  write: Write,
  libraries: Libraries,
  { barcode, readerId, due }: Shortened,
  kind: 'recalled' | 'recall ended',
  { now }: Moment,
): Promise<void> {
  if (readerId === null) return
  const told = { title: await titleOf(write, barcode), due }
  const notice = kind === 'recalled' ? { kind, ...told, ...(await termsToTell(write, libraries, readerId, barcode)) } : { kind, ...told }
  await tell(write, libraries, { readerId }, notice, now)
}
