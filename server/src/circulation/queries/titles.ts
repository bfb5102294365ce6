/** What a copy is called to its reader. */
import type { Queryable } from '../../database/index.ts'

/** Of a copy that the catalogue has no more, its barcode. */
export async function titleOf(source: Queryable, barcode: string): Promise<string> {
  const [record] = await source.read<{ title: string }>(
    'SELECT title FROM copies JOIN records ON records.id = recordId WHERE barcode = $barcode',
    { barcode },
  )
  return record?.title ?? barcode
}
