/** Borrowers are told of what is due soon, and once of what is overdue; each of a due date once, whatever happens. */
import { DUE_SOON_DAYS } from '@catalex/core/messages'
import { DateTime } from 'luxon'
import type { Write } from '../../../database/index.ts'
import type { Libraries } from '../../../libraries/index.ts'
import { tell } from '../../../notices/index.ts'
import type { Moment } from '../../moment.ts'
import { titleOf } from '../../queries/titles.ts'

interface Due {
  barcode: string
  readerId: number
  due: string
}

const AT_ONCE = 200

/** @returns whether there may be more */
export async function remind(write: Write, libraries: Libraries, at: Moment): Promise<boolean> {
  const soon = DateTime.fromISO(at.today).plus({ days: DUE_SOON_DAYS }).toISODate() ?? ''
  // What is lent for hours is in nobody's bag for days.
  const dueSoon = await untold(write, 'due BETWEEN $today AND $soon AND length(due) = 10', 'due soon', { today: at.today, soon })
  const overdue = await untold(write, '(due < $today OR (length(due) > 10 AND due < $minute))', 'overdue', {
    today: at.today,
    minute: at.minute,
  })
  for (const [kind, loans] of [
    ['due soon', dueSoon],
    ['overdue', overdue],
  ] as const)
    // prettier-ignore
    for (const { barcode, readerId, due } of loans) {
      await write.run('UPDATE loans SET told = $told WHERE barcode = $barcode', { barcode, told: `${kind} ${due}` })
      await tell(write, libraries, { readerId }, { kind, title: await titleOf(write, barcode), due }, at.now)
    }
  return dueSoon.length === AT_ONCE || overdue.length === AT_ONCE
}

function untold(write: Write, condition: string, kind: string, parameters: Record<string, string>): Promise<Due[]> {
  return write.read<Due>(
    `SELECT barcode, readerId, due FROM loans WHERE readerId IS NOT NULL AND ${condition} AND told IS NOT $kind || ' ' || due ORDER BY due, barcode LIMIT $most`,
    { ...parameters, kind, most: AT_ONCE },
  )
}
