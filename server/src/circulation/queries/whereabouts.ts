/** Where copies are that are not on their shelves. */
import type { Place } from '@catalex/core/holds'
import type { Queryable } from '../../database/index.ts'

export type Whereabouts = Place & { barcode: string }

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
