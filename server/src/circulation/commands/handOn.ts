/** A copy that has come free goes to the first in the queue whom it can serve; the pieces of a set come free together. */
import { piecesOf } from '@catalex/core/copies'
import { nextInQueue } from '@catalex/core/holds'
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { Moment } from '../moment.ts'
import { copiesOf, copyNow, type CopyNow } from '../queries/copies.ts'
import { queueFor } from '../queries/queue.ts'
import { transition } from './transition.ts'

export async function handOn(write: Write, libraries: Libraries, barcode: string, at: Moment): Promise<void> {
  const copy = await copyNow(write, libraries, barcode, at.today)
  if (copy) await handOnSet(write, libraries, copy, at)
}

/** The first of the queue may take the whole set or one piece of it; then the rest is looked at anew. */
async function handOnSet(write: Write, libraries: Libraries, copy: CopyNow, at: Moment): Promise<void> {
  const queue = await queueFor(write, libraries, copy.controlNumber)
  if (queue.length === 0) return
  const all = copy.set === null ? [copy] : await copiesOf(write, libraries, { controlNumbers: [copy.controlNumber] }, at.today)
  const next = nextInQueue(queue, piecesOf(copy, all))
  if (!next) return
  await transition(write, next.waiting.hold, 'being fetched', 'catalogue', at, next.copy.barcode)
  if (copy.set !== null) await handOnSet(write, libraries, copy, at)
}
