/** The one way in which a hold changes its state: state and event are written together. */
import { isPromising, mayBecome, type Actor, type HoldState } from '@catalex/core/holds'
import type { Write } from '../../database/index.ts'
import type { Moment } from '../moment.ts'
import { HOLD_EVENTS, type HoldModel } from '../tables.ts'

/**
 * @param barcode the copy set aside in the new state; of one that needs none it is let go
 * @throws Error for a step that no hold may take, which no command should try
 */
export async function transition(
  write: Write,
  hold: HoldModel,
  to: HoldState,
  who: Actor,
  at: Moment,
  barcode = hold.barcode,
): Promise<void> {
  if (!mayBecome(hold.state, to)) throw new Error(`A hold that is ${hold.state} can't become ${to}.`)
  const setAside = isPromising(to) ? barcode : null
  // The event names the copy that was let go, too.
  await recordEvent(write, hold.id, to, who, at, setAside ?? hold.barcode)
  await hold.update({ state: to, barcode: setAside })
}

/** The first event of a hold; the later ones come with their transitions. */
export async function recordEvent(
  write: Write,
  holdId: number,
  state: HoldState,
  who: Actor,
  at: Moment,
  barcode: string | null,
): Promise<void> {
  // prettier-ignore
  await write.use(HOLD_EVENTS).create({ holdId, at: at.now, who, state, barcode })
}
