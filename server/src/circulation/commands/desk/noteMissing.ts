/** A copy that is not where it should be: whoever it was set aside for gets another, or waits again in the old place, and is told. */
import type { Refusal } from '@catalex/core/holds'
import { setCopyStatuses } from '../../../catalogue/index.ts'
import type { Write } from '../../../database/index.ts'
import type { Libraries } from '../../../libraries/index.ts'
import type { Moment } from '../../moment.ts'
import { copyNow } from '../../queries/copies.ts'
import { followCatalogue } from '../followCatalogue.ts'

export async function noteMissing(write: Write, libraries: Libraries, barcode: string, at: Moment): Promise<Refusal | null> {
  const copy = await copyNow(write, libraries, barcode, at.today)
  if (!copy) return { code: 'no-such-copy' }
  await setCopyStatuses(write, [{ barcode, status: 'missing', statusText: null }])
  await write.run('DELETE FROM whereabouts WHERE barcode = $barcode', { barcode })
  await followCatalogue(write, libraries, [copy.controlNumber], at)
  return null
}
