/** Who serves the holds that live: this catalogue, or another system that lends. */
import type { Write } from '../../database/index.ts'
import { ACTIVE_HOLD } from '../tables.ts'

/**
 * When a server begins to ask another system, or lends by itself again; and after each load of holds from files. What is asked
 * for at this minute stays as it is with the one, and waits with the other.
 */
export const noteWhoLends = (write: Write, elsewhere: boolean): Promise<void> =>
  write.run(
    elsewhere
      ? `UPDATE holds SET lending = 'taken' WHERE lending IS NULL AND ${ACTIVE_HOLD}`
      : `UPDATE holds SET lending = NULL WHERE lending IS NOT NULL AND ${ACTIVE_HOLD}`,
  )
