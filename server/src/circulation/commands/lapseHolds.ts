/** Holds that are wanted no longer, and are not ready, end; a copy set aside for one goes to the next in the queue. */
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { Moment } from '../moment.ts'
import { handOn } from './handOn.ts'
import { transition, type Standing } from './transition.ts'

export async function lapseHolds(write: Write, libraries: Libraries, at: Moment): Promise<void> {
  const past = await write.read<Standing>(
    `SELECT id, state, barcode FROM holds
     WHERE notAfter < $today AND state IN ('waiting', 'paused', 'being fetched', 'in transit') ORDER BY id`,
    { today: at.today },
  )
  for (const hold of past) {
    const { barcode } = hold
    await transition(write, hold, 'lapsed', 'catalogue', at)
    if (barcode !== null) await handOn(write, libraries, barcode, at)
  }
}
