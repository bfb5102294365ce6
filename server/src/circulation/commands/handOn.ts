/**
 * A copy that has come free goes to the first in the queue whom it can serve, from wherever it is; else home. The pieces of a
 * set come free together.
 */
import { piecesOf } from '@catalex/core/copies'
import { nextInQueue, type Actor } from '@catalex/core/holds'
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { Moment } from '../moment.ts'
import { copiesOf, copyNow, type CopyNow } from '../queries/copies.ts'
import { queueFor } from '../queries/queue.ts'
import { follow, sendTo } from './follow.ts'

/** @returns whether anybody has taken it */
export async function handOn(write: Write, libraries: Libraries, barcode: string, at: Moment, who: Actor = 'catalogue'): Promise<boolean> {
  const copy = await copyNow(write, libraries, barcode, at.today)
  if (!copy) return false
  const wanted = await handOnSet(write, libraries, copy, at, who)
  const free = wanted || copy.set !== null ? await withSet(write, libraries, copy, at) : [copy]
  for (const piece of free) if (!piece.promised) await sendHome(write, piece)
  return wanted
}

/**
 * The first of the queue may take the whole set or one piece of it; then the rest is looked at anew.
 * @returns whether anybody has taken something
 */
async function handOnSet(write: Write, libraries: Libraries, copy: CopyNow, at: Moment, who: Actor): Promise<boolean> {
  const queue = await queueFor(write, libraries, copy.controlNumber)
  if (queue.length === 0) return false
  const next = nextInQueue(queue, (await withSet(write, libraries, copy, at)).map(asFree))
  if (!next) return false
  await follow(write, libraries, next.waiting.hold, next.copy.barcode, who, at)
  if (copy.set !== null) await handOnSet(write, libraries, copy, at, who)
  return true
}

/** As they stand now. */
async function withSet(write: Write, libraries: Libraries, copy: CopyNow, at: Moment): Promise<CopyNow[]> {
  if (copy.set === null) return copiesOf(write, libraries, { barcode: copy.barcode }, at.today)
  return piecesOf(copy, await copiesOf(write, libraries, { controlNumbers: [copy.controlNumber] }, at.today))
}

/** What is on its way home for nobody can as well go to somebody. */
const asFree = (copy: CopyNow): CopyNow => (copy.status === 'in transit' && !copy.promised ? { ...copy, status: 'on shelf' } : copy)

/** Of one that lies at the desk of its own branch that is the way to its shelf. */
async function sendHome(write: Write, { barcode, branch }: CopyNow): Promise<void> {
  await write.run('DELETE FROM whereabouts WHERE barcode = $barcode AND desk = $branch AND bound IS NULL', { barcode, branch })
  await sendTo(write, barcode, branch)
}
