/** Who serves the holds that live: this catalogue, or another system that lends. */
import type { Write } from '../../database/index.ts'
import { ACTIVE_HOLD } from '../tables.ts'

/**
 * When a server begins to ask another system, or lends by itself again. Whether that system has the holds that were placed here
 * nobody knows: it is asked, and asked for those that it does not have. With this catalogue, what was asked for waits.
 */
export const noteWhoLends = (write: Write, elsewhere: boolean): Promise<void> =>
  write.run(
    elsewhere
      ? // Of those of nobody it can't be asked.
        `UPDATE holds SET lending = iif(readerId IS NULL, 'taken', 'asked') WHERE lending IS NULL AND ${ACTIVE_HOLD}`
      : `UPDATE holds SET lending = NULL WHERE lending IS NOT NULL AND ${ACTIVE_HOLD}`,
  )
