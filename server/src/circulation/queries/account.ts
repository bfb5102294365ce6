/** What a reader's card may do now. */
import { ACTIVE_STATES, type AccountStatus } from '@catalex/core/holds'
import type { Queryable } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { Reader } from '../../readers/index.ts'

export async function accountOf(source: Queryable, libraries: Libraries, reader: Reader): Promise<AccountStatus> {
  const { holdsLimit, owedLimit } = libraries.category(reader.category)
  const { expires, owed, block } = reader
  return { expires, owed, owedLimit, activeHolds: await countHolds(source, reader, ACTIVE_STATES), holdsLimit, block }
}

export const countReady = (source: Queryable, reader: Reader): Promise<number> => countHolds(source, reader, ['ready'])

async function countHolds(source: Queryable, reader: Reader, states: readonly string[]): Promise<number> {
  const [row] = await source.read<{ count: number }>(
    'SELECT count(*) AS count FROM holds WHERE readerId = $id AND state IN (SELECT value FROM json_each($states))',
    { id: reader.id, states: JSON.stringify(states) },
  )
  return row?.count ?? 0
}
