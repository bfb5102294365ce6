/** What another lending system says of copies; only what has changed is written. */
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { CopyAtDesk } from '../../standins/index.ts'
import { loadStatuses } from '../loading/statuses.ts'
import type { Moment } from '../moment.ts'
import { copiesOf } from '../queries/copies.ts'

export type SaidCopy = Pick<CopyAtDesk, 'status' | 'due'> & { barcode: string }

/** @returns how many had changed */
export async function noteCopies(write: Write, libraries: Libraries, said: readonly SaidCopy[], at: Moment): Promise<number> {
  const copies = await copiesOf(write, libraries, { barcodes: said.map(({ barcode }) => barcode) }, at.minute)
  const known = new Map(copies.map(({ barcode, due, stored }) => [barcode, { due, status: stored.statusText ?? stored.status }]))
  const changed = said.filter(({ barcode, status, due }) => {
    const copy = known.get(barcode)
    return copy !== undefined && (status === 'on loan' ? copy.due !== due : copy.due !== null || copy.status !== status)
  })
  if (changed.length > 0) await loadStatuses(write, libraries, changed)
  return changed.length
}
