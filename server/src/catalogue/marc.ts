/** Records in MARC, as they came. */
import type { MarcRecord } from '@catalex/core/catalogue'
import type { Queryable } from '../database/index.ts'

/** Records as they were loaded, in the order of these numbers; those that are gone are left out. */
export async function marcOf(source: Queryable, ids: readonly number[]): Promise<StoredMarc[]> {
  const rows = await source.read<{ id: number; controlNumber: string; marc: string }>(
    'SELECT id, controlNumber, marc FROM records WHERE id IN (SELECT value FROM json_each($ids)) AND withdrawn = 0',
    { ids: JSON.stringify(ids) },
  )
  // What `marc` holds was written from a MarcRecord.
  const found = new Map(rows.map(({ id, controlNumber, marc }) => [id, { controlNumber, marc: JSON.parse(marc) as MarcRecord }]))
  return ids.flatMap((id) => found.get(id) ?? [])
}

export interface StoredMarc {
  controlNumber: string
  marc: MarcRecord
}
