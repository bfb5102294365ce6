/** What a reader's card may do now. */
import { ACTIVE_STATES, cardRefusal, type AccountStatus, type HoldState, type Refusal } from '@catalex/core/holds'
import { isOverdue } from '@catalex/core/loans'
import type { Queryable } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { Reader } from '../../readers/index.ts'
import type { Moment } from '../moment.ts'
import { ACTIVE_HOLD } from '../tables.ts'

export async function accountOf(source: Queryable, libraries: Libraries, reader: Reader, at: Moment): Promise<AccountStatus> {
  const { holdsLimit } = libraries.category(reader.category)
  return { ...(await standingOf(source, libraries, reader, at)), activeHolds: await countHolds(source, reader, ACTIVE_STATES), holdsLimit }
}

/** What stops a card whatever is asked for. */
export async function cardStopped(source: Queryable, libraries: Libraries, reader: Reader, at: Moment): Promise<Refusal | null> {
  return cardRefusal(await standingOf(source, libraries, reader, at), at.today)
}

async function standingOf(source: Queryable, libraries: Libraries, reader: Reader, at: Moment) {
  const { owedLimit, overdueLimit = null } = libraries.category(reader.category)
  const { expires, owed, block } = reader
  const loans = await source.read<{ due: string }>('SELECT due FROM loans WHERE readerId = $id', { id: reader.id })
  const overdue = loans.filter(({ due }) => isOverdue(due, at.minute)).length
  return { expires, owed, owedLimit, overdue, overdueLimit, block }
}

export const countReady = (source: Queryable, reader: Reader): Promise<number> => countHolds(source, reader, ['ready'])

/** Of the last hold of a reader that became ready, the number of that event; null for none. */
export async function latestReady(source: Queryable, readerId: number): Promise<number | null> {
  const [row] = await source.read<{ id: number | null }>(
    "SELECT max(holdEvents.id) AS id FROM holdEvents JOIN holds ON holds.id = holdId WHERE readerId = $readerId AND holdEvents.state = 'ready'",
    { readerId },
  )
  return row?.id ?? null
}

async function countHolds(source: Queryable, reader: Reader, states: readonly HoldState[]): Promise<number> {
  // Written out, so that the index of active holds serves.
  const [row] = await source.read<{ count: number }>(
    `SELECT count(*) AS count FROM holds WHERE readerId = $id AND ${ACTIVE_HOLD} AND state IN (${states.map((state) => `'${state}'`).join(', ')})`,
    { id: reader.id },
  )
  return row?.count ?? 0
}
