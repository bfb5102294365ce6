/** Paused holds whose day has come go on: they wait again, at the place in the queue that they kept. */
import type { Actor } from '@catalex/core/holds'
import type { Write } from '../../../database/index.ts'
import type { Libraries } from '../../../libraries/index.ts'
import type { Moment } from '../../moment.ts'
import { serveHolds } from '../followCatalogue.ts'
import { transition, type Standing } from '../transition.ts'

/** It waits for no day any more. */
export async function resumeHold(write: Write, libraries: Libraries, hold: Standing, who: Actor, at: Moment): Promise<void> {
  if (hold.state === 'paused') await transition(write, libraries, hold, 'waiting', who, at)
  await write.run('UPDATE holds SET pausedUntil = NULL, notBefore = NULL WHERE id = $id', { id: hold.id })
}

export async function resumeHolds(write: Write, libraries: Libraries, at: Moment): Promise<void> {
  const paused = await write.read<Standing>(
    `SELECT id, state, barcode FROM holds WHERE state = 'paused' AND pausedUntil <= $today ORDER BY requested, id`,
    { today: at.today },
  )
  for (const hold of paused) {
    await transition(write, libraries, hold, 'waiting', 'catalogue', at)
    await write.run('UPDATE holds SET pausedUntil = NULL WHERE id = $id', { id: hold.id })
  }
  await serveHolds(
    write,
    libraries,
    paused.map(({ id }) => id),
    at,
  )
}
