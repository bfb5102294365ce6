/** Takes back that a hold was cancelled: it has its place in the queue again, as if nothing had been, but for copies that others got meanwhile. */
import { accountRefusal, RESTORED_WITHIN_SECONDS, type Refusal } from '@catalex/core/holds'
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { Reader } from '../../readers/index.ts'
import type { Moment } from '../moment.ts'
import { accountOf } from '../queries/account.ts'
import { serveHolds } from './followCatalogue.ts'
import { transition, type Standing } from './transition.ts'

interface Cancelled extends Standing {
  pausedUntil: string | null
  cancelled: string
  /** The state before. */
  was: Standing['state']
}

export async function restoreHold(
  write: Write,
  libraries: Libraries,
  reader: Reader,
  reference: string,
  at: Moment,
): Promise<number | Refusal> {
  const [hold] = await write.read<Cancelled>(
    `SELECT id, state, barcode, pausedUntil,
       (SELECT at FROM holdEvents WHERE holdId = holds.id ORDER BY id DESC LIMIT 1) AS cancelled,
       (SELECT state FROM holdEvents WHERE holdId = holds.id ORDER BY id DESC LIMIT 1 OFFSET 1) AS was
     FROM holds WHERE reference = $reference AND readerId = $readerId`,
    { reference, readerId: reader.id },
  )
  if (!hold) return { code: 'no-such-hold' }
  // A second press finds it restored.
  if (hold.state !== 'cancelled') return hold.id
  if (Date.parse(at.now) - Date.parse(hold.cancelled) > RESTORED_WITHIN_SECONDS * 1000) return { code: 'too-late', state: hold.state }
  const stopped = accountRefusal(await accountOf(write, libraries, reader, at), at.today)
  if (stopped) return stopped
  await transition(write, libraries, hold, 'waiting', 'reader', at)
  if (hold.was === 'paused') await transition(write, libraries, hold, 'paused', 'reader', at)
  else await serveHolds(write, libraries, [hold.id], at)
  return hold.id
}
