/** Where copies are that are not on their shelves. */
import type { Queryable } from '../../database/index.ts'

export interface Whereabouts {
  barcode: string
  /** Of the branch where it was last in somebody's hands; null on its shelf. */
  desk: string | null
  /** To where it is on its way; null where it lies. */
  bound: string | null
}

/** @param asSet whether the other pieces of its set are meant, too */
export function whereaboutsOf(source: Queryable, barcode: string, asSet: boolean): Promise<Whereabouts[]> {
  return source.read<Whereabouts>(
    `SELECT piece.barcode, desk, bound FROM copies one
       JOIN copies piece ON piece.recordId = one.recordId AND piece.status <> 'withdrawn'
         AND (piece.barcode = one.barcode OR ($asSet AND piece.setNumber = one.setNumber))
       LEFT JOIN whereabouts ON whereabouts.barcode = piece.barcode
     WHERE one.barcode = $barcode`,
    { barcode, asSet: asSet ? 1 : 0 },
  )
}
