/** A hold whose reader has its copy. */
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { Moment } from '../moment.ts'
import { transition, type Standing } from './transition.ts'

/** Whoever comes sooner than the copy was put on the hold shelf has it all the same. */
export async function collect(write: Write, libraries: Libraries, hold: Standing, at: Moment): Promise<void> {
  if (hold.state !== 'ready') await transition(write, libraries, hold, 'ready', 'desk', at)
  await transition(write, libraries, hold, 'collected', 'reader', at)
}
