/** The one way in which a hold changes its state: state and event are written together. */
import { isActive, isPromising, mayBecome, type Actor, type HoldState } from '@catalex/core/holds'
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { Moment } from '../moment.ts'
import type { HoldModel } from '../tables.ts'
import { expectByTimetable } from './expect.ts'
import { endRecall } from './recallLoan.ts'

/** A hold as far as its state goes. */
export type Standing = Pick<HoldModel, 'id' | 'state' | 'barcode'>

/**
 * @param barcode the copy set aside in the new state; of one that needs none it is let go
 * @throws Error for a step that no hold may take, which no command should try
 */
export async function transition(
  write: Write,
  libraries: Libraries,
  hold: Standing,
  to: HoldState,
  who: Actor,
  at: Moment,
  barcode = hold.barcode,
): Promise<void> {
  if (!mayBecome(hold.state, to)) throw new Error(`A hold that is ${hold.state} can't become ${to}.`)
  const setAside = isPromising(to) ? barcode : null
  const begins = !isPromising(hold.state)
  const wasActive = isActive(hold.state)
  // The event names the copy that was let go, too.
  await recordEvent(write, hold.id, to, who, at, setAside ?? hold.barcode)
  await write.run(
    `UPDATE holds SET state = $to, barcode = $setAside, promised = CASE WHEN $setAside IS NOT NULL AND NOT $begins THEN promised END,
       expected = CASE WHEN $setAside IS NOT NULL AND NOT $begins THEN expected END WHERE id = $id`,
    { to, setAside, begins: begins ? 1 : 0, id: hold.id },
  )
  if (begins && setAside !== null) await expectByTimetable(write, libraries, setAside, at.now)
  if (isActive(to) !== wasActive)
    await write.run('UPDATE holdTargets SET open = $open WHERE holdId = $id', { open: wasActive ? 0 : 1, id: hold.id })
  hold.state = to
  hold.barcode = setAside
  // Who waits no more needs nobody to hurry.
  if (to !== 'waiting') await endRecall(write, libraries, hold.id, at)
}

/** The first event of a hold; the later ones come with their transitions. */
export async function recordEvent(
  write: Write,
  holdId: number,
  state: HoldState,
  who: Actor,
  at: Pick<Moment, 'now'>,
  barcode: string | null,
): Promise<void> {
  await write.run('INSERT INTO holdEvents (holdId, at, who, state, barcode) VALUES ($holdId, $at, $who, $state, $barcode)', {
    holdId,
    at: at.now,
    who,
    state,
    barcode,
  })
}
