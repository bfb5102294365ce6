/** What is kept no longer than needed: an ended hold stays as a fact, but is nobody's any more; keys of requests live a day. */
import { DateTime } from 'luxon'
import type { Write } from '../../../database/index.ts'
import type { Moment } from '../../moment.ts'
import { ENDED_HOLD } from '../../tables.ts'

/** In one transaction, so that none is long. @returns whether there may be more */
export async function purge(write: Write, endedHoldDays: number, { now }: Moment): Promise<boolean> {
  const before = (days: number) => DateTime.fromISO(now, { zone: 'utc' }).minus({ days }).toISO()
  await write.run('DELETE FROM requestKeys WHERE (readerId, requestKey) IN (SELECT readerId, requestKey FROM requestKeys WHERE at < $before LIMIT $most)', { before: before(1), most: AT_ONCE }) // prettier-ignore
  // Left to choose, SQLite takes the index by state, and reads all that ever ended.
  const ended = await write.read<{ id: number }>(
    `SELECT id FROM holds INDEXED BY holdsEnded WHERE ${ENDED_HOLD} AND (SELECT max(at) FROM holdEvents WHERE holdId = holds.id) < $before LIMIT $most`,
    { before: before(endedHoldDays), most: AT_ONCE },
  )
  const ids = JSON.stringify(ended.map(({ id }) => id))
  await write.run('DELETE FROM requestKeys WHERE holdId IN (SELECT value FROM json_each($ids))', { ids })
  await write.run('UPDATE holds SET readerId = NULL, note = NULL WHERE id IN (SELECT value FROM json_each($ids))', { ids })
  // What was paid is settled.
  await write.run('DELETE FROM charges WHERE paid < $before', { before: before(endedHoldDays) })
  return ended.length === AT_ONCE
}

const AT_ONCE = 500
