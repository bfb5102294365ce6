/** Shortens a loan for a hold that asks for it, and gives the days back when the hold needs it no more; the borrower is told of both. */
import type { Recall } from '@catalex/core/recalls'
import { DateTime } from 'luxon'
import type { Write } from '../../database/index.ts'
import type { Moment } from '../moment.ts'
import { tell } from './tell.ts'

interface Shortened {
  barcode: string
  readerId: number | null
}

export async function recallLoan(write: Write, holdId: number, { barcode, due }: Recall, at: Moment): Promise<void> {
  const [loan] = await write.read<Shortened>(
    `UPDATE loans SET recalledFrom = due, due = $due, recalledFor = $holdId, recalls = recalls + 1 WHERE barcode = $barcode AND recalledFrom IS NULL
     RETURNING barcode, readerId`,
    { barcode, due, holdId },
  )
  if (loan) await tellBorrower(write, loan, (title) => ({ subject: `Please return sooner: ${title}`, text: `Somebody waits for "${title}". Please return it by ${inWords(due)}; until then it is yours.` }), at) // prettier-ignore
}

/** Of a loan that has come back nothing is left to give. */
export async function endRecall(write: Write, holdId: number, at: Moment): Promise<void> {
  const [loan] = await write.read<Shortened & { due: string }>(
    `UPDATE loans SET due = recalledFrom, recalledFrom = NULL, recalledFor = NULL WHERE recalledFor = $holdId
     RETURNING barcode, readerId, due`,
    { holdId },
  )
  if (loan) await tellBorrower(write, loan, (title) => ({ subject: `Yours for longer again: ${title}`, text: `Nobody needs "${title}" sooner any more. It is due on ${inWords(loan.due)} again.` }), at) // prettier-ignore
}

async function tellBorrower(
  write: Write,
  { barcode, readerId }: Shortened,
  messageOf: (title: string) => Parameters<typeof tell>[2],
  at: Moment,
): Promise<void> {
  if (readerId === null) return
  const [record] = await write.read<{ title: string }>(
    'SELECT title FROM copies JOIN records ON records.id = recordId WHERE barcode = $barcode',
    { barcode },
  )
  await tell(write, readerId, messageOf(record?.title ?? barcode), at)
}

const inWords = (date: string): string => DateTime.fromISO(date).toLocaleString(DateTime.DATE_HUGE, { locale: 'en-GB' })
