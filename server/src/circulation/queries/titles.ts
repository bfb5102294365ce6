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

/** What a copy at a desk is called, and the branch to which it goes from there; null where that is nowhere. */
export async function titleAndWay(source: Queryable, barcode: string): Promise<{ title: string; bound: string | null }> {
  const [copy] = await source.read<{ title: string; bound: string | null }>(
    `SELECT title, bound FROM copies JOIN records ON records.id = recordId
       LEFT JOIN whereabouts ON whereabouts.barcode = copies.barcode WHERE copies.barcode = $barcode`,
    { barcode },
  )
  return copy ?? { title: barcode, bound: null }
}
