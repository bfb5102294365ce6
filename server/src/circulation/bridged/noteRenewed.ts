/** A loan that another lending system has renewed. */
import type { Write } from '../../database/index.ts'

export const noteRenewed = (write: Write, readerId: number, barcode: string, due: string): Promise<void> =>
  write.run(
    'UPDATE loans SET renewals = renewals + (due < $due), due = $due, recalledFrom = NULL, recalledFor = NULL WHERE barcode = $barcode AND readerId = $readerId',
    { barcode, readerId, due },
  )
