/** Pays what a reader owes, all of it and no other amount than was agreed to; the till has taken it in. */
import type { Refusal } from '@catalex/core/holds'
import type { Write } from '../../database/index.ts'
import { addOwed, type Reader } from '../../readers/index.ts'
import type { Moment } from '../moment.ts'

/** @param amount in hundredths */
export async function payOwed(write: Write, reader: Reader, amount: number, at: Moment): Promise<Refusal | null> {
  if (amount !== reader.owed) return { code: 'owed-changed', owed: reader.owed }
  await addOwed(write, reader.id, -amount)
  await write.run('UPDATE charges SET paid = $now WHERE readerId = $id AND paid IS NULL', { id: reader.id, now: at.now })
  return null
}
