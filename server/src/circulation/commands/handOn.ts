/** A copy that has come free goes to the first in the queue whom it can serve. */
import { isInNow } from '@catalex/core/copies'
import { nextInQueue } from '@catalex/core/holds'
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { Moment } from '../moment.ts'
import { copyNow } from '../queries/copies.ts'
import { queueFor } from '../queries/queue.ts'
import { transition } from './transition.ts'

export async function handOn(write: Write, libraries: Libraries, barcode: string, at: Moment): Promise<void> {
  const copy = await copyNow(write, libraries, barcode, at.today)
  if (!copy || !isInNow(copy)) return
  const next = nextInQueue(await queueFor(write, libraries, copy.controlNumber), copy)
  if (next) await transition(write, next.hold, 'being fetched', 'catalogue', at, barcode)
}
