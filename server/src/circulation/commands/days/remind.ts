/** Readers are told of what is due soon, once of what is overdue, and of what they have not collected yet; each of a day once, whatever happens. */
import type { Channel } from '@catalex/core/card'
import { DUE_SOON_DAYS } from '@catalex/core/messages'
import { DateTime } from 'luxon'
import type { Write } from '../../../database/index.ts'
import type { Libraries } from '../../../libraries/index.ts'
import { tell } from '../../../notices/index.ts'
import type { Moment } from '../../moment.ts'
import { termsToTell } from '../../queries/loanTerms.ts'
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
      const terms = await termsToTell(write, libraries, readerId, barcode)
      await tell(write, libraries, { readerId }, { kind, title: await titleOf(write, barcode), due, ...terms }, at.now)
    }
  const uncollected = await remindOfReady(write, libraries, at)
  return uncollected.length === AT_ONCE || dueSoon.length === AT_ONCE || overdue.length === AT_ONCE
}

interface Ready {
  id: number
  readerId: number
  title: string
  pickup: string
  notify: Channel | null
  collectBy: string
}

/** The day before the last, unless it has come that day only. */
async function remindOfReady(write: Write, libraries: Libraries, at: Moment): Promise<Ready[]> {
  const tomorrow = DateTime.fromISO(at.today).plus({ days: 1 }).toISODate() ?? ''
  const midnight = DateTime.fromISO(at.today, { zone: libraries.zone }).toUTC().toISO() ?? ''
  const ready = await write.read<Ready>(
    `SELECT id, readerId, title, pickup, notify, collectBy FROM holds
     WHERE state = 'ready' AND readerId IS NOT NULL AND collectBy BETWEEN $today AND $tomorrow AND reminded IS NOT collectBy
       AND (SELECT max(at) FROM holdEvents WHERE holdId = holds.id AND state = 'ready') < $midnight
     ORDER BY collectBy, id LIMIT $most`,
    { today: at.today, tomorrow, midnight, most: AT_ONCE },
  )
  for (const { id, readerId, notify, ...hold } of ready) {
    await write.run('UPDATE holds SET reminded = collectBy WHERE id = $id', { id })
    await tell(write, libraries, { readerId, wished: notify }, { kind: 'last day soon', ...hold }, at.now)
  }
  return ready
}

function untold(write: Write, condition: string, kind: string, parameters: Record<string, string>): Promise<Due[]> {
  return write.read<Due>(
    `SELECT barcode, readerId, due FROM loans WHERE readerId IS NOT NULL AND ${condition} AND told IS NOT $kind || ' ' || due ORDER BY due, barcode LIMIT $most`,
    { ...parameters, kind, most: AT_ONCE },
  )
}
