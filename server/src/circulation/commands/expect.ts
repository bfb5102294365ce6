/** When what is set aside is expected to be ready: what was told first, and what is known by now. */
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { deliveryFor, wayOf } from '../queries/ways.ts'
import { PROMISED_HOLD } from '../tables.ts'

/** By the courier's timetable, from where its copy is now. @param now ISO time */
export async function expectByTimetable(write: Write, libraries: Libraries, barcode: string, now: string): Promise<void> {
  const way = await wayOf(write, libraries, barcode)
  const delivery = way && deliveryFor(libraries, way, now)
  if (delivery) await expectAt(write, barcode, delivery.inHand)
}

/** @param ready ISO time */
export const expectAt = (write: Write, barcode: string, ready: string): Promise<void> =>
  write.run(
    `UPDATE holds SET expected = $ready, promised = coalesce(promised, $ready) WHERE barcode = $barcode AND ${PROMISED_HOLD} AND state <> 'ready'`,
    { barcode, ready },
  )
