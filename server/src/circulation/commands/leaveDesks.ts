/** What files, or another system, say of a copy ends what was known of the desk at which it was. */
import type { Write } from '../../database/index.ts'

/** What somebody has borrowed, and what nobody can find, lies at no desk any more. */
export const leaveDesks = (write: Write): Promise<void> =>
  write.run(
    `DELETE FROM whereabouts WHERE EXISTS (SELECT 1 FROM loans WHERE loans.barcode = whereabouts.barcode)
       OR EXISTS (SELECT 1 FROM copies WHERE copies.barcode = whereabouts.barcode AND status IN ('missing', 'withdrawn'))`,
  )
