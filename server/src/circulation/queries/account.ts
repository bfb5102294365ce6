/** What a reader's card may do now. */
import { ACTIVE_STATES, cardRefusal, type AccountStatus, type HoldState, type Refusal } from '@catalex/core/holds'
import type { Queryable } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { Reader } from '../../readers/index.ts'
import { ACTIVE_HOLD } from '../tables.ts'

export async function accountOf(source: Queryable, libraries: Libraries, reader: Reader): Promise<AccountStatus> {
  const { holdsLimit, owedLimit } = libraries.category(reader.category)
  const { expires, owed, block } = reader
  return { expires, owed, owedLimit, activeHolds: await countHolds(source, reader, ACTIVE_STATES), holdsLimit, block }
}

/** What stops a card whatever is asked for. @param today ISO date */
export function cardStopped(libraries: Libraries, reader: Reader, today: string): Refusal | null {
  const { owedLimit } = libraries.category(reader.category)
  return cardRefusal({ ...reader, owedLimit }, today)
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
