/** What a library's own lending system says of its copies from day to day, beside their records. */
import type { RecordedStatus } from '@catalex/core/catalogue'
import type { Write } from '../database/index.ts'

export interface CopyStatusChange {
  barcode: string
  status: RecordedStatus
  statusText: string | null
}

/** Copies that stand so already are left as they are, so that nothing follows from them. */
export async function setCopyStatuses(write: Write, changes: readonly CopyStatusChange[]): Promise<void> {
  await write.run(
    `UPDATE copies SET status = change.value ->> 'status', statusText = change.value ->> 'statusText'
     FROM json_each($changes) AS change
     WHERE copies.barcode = change.value ->> 'barcode'
       AND (status <> change.value ->> 'status' OR statusText IS NOT change.value ->> 'statusText')`,
    { changes: JSON.stringify(changes) },
  )
}

/** Copies that are there, each with the number of its record. */
export async function recordsOfCopies(write: Write, barcodes: readonly string[]): Promise<Map<string, string>> {
  const rows = await write.read<{ barcode: string; controlNumber: string }>(
    `SELECT barcode, controlNumber FROM copies JOIN records ON records.id = recordId
     WHERE barcode IN (SELECT value FROM json_each($barcodes)) AND copies.status <> 'withdrawn'`,
    { barcodes: JSON.stringify(barcodes) },
  )
  return new Map(rows.map(({ barcode, controlNumber }) => [barcode, controlNumber]))
}
