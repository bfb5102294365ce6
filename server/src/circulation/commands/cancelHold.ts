/** Cancels a hold of its reader; the copy set aside goes to the next in the queue. */
import { mayBecome, type Actor, type Refusal } from '@catalex/core/holds'
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { Reader } from '../../readers/index.ts'
import type { Moment } from '../moment.ts'
import { handOn } from './handOn.ts'
import { transition, type Standing } from './transition.ts'

/** @returns the number of the hold, or why it can't be cancelled; one that is cancelled already stays so */
export async function cancelHold(
  write: Write,
  libraries: Libraries,
  reader: Reader,
  reference: string,
  at: Moment,
): Promise<number | Refusal> {
  const [hold] = await write.read<Standing>('SELECT id, state, barcode FROM holds WHERE reference = $reference AND readerId = $readerId', {
    reference,
    readerId: reader.id,
  })
  if (!hold) return { code: 'no-such-hold' }
  if (hold.state === 'cancelled') return hold.id
  if (!mayBecome(hold.state, 'cancelled')) return { code: 'too-late', state: hold.state }
  await endHold(write, libraries, hold, 'reader', at)
  return hold.id
}

export async function endHold(write: Write, libraries: Libraries, hold: Standing, who: Actor, at: Moment): Promise<void> {
  const { barcode } = hold
  await transition(write, libraries, hold, 'cancelled', who, at)
  if (barcode !== null) await handOn(write, libraries, barcode, at)
}
