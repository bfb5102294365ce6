/** The first titles of a display, as spines: of each work the copy that a reader would go for. */
import type { Spine } from '@catalex/contract/neighbours'
import type { SearchRow } from '@catalex/core/search'
import { recordsById } from '../catalogue/index.ts'
import { copiesOf } from '../circulation/index.ts'
import type { Queryable } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { inScope, nearestFirst } from './copies.ts'
import { grouped } from './grouped.ts'
import { spineFrom } from './neighbours.ts'

export interface DisplayViewing {
  /** Places of which copies are named. */
  scope: readonly string[]
  /** Pickup location. */
  at: string | null
  /** In local time. */
  minute: string
  /** Records in the order in which they are to be shown; whatever is not among them comes last, as it was found. */
  order: readonly number[]
  most: number
}

export async function spinesOf(
  source: Queryable,
  libraries: Libraries,
  rows: readonly SearchRow[],
  { scope, at, minute, order, most }: DisplayViewing,
): Promise<Spine[]> {
  const place = new Map(order.map((id, i) => [id, i]))
  const placeOf = ({ recordId }: SearchRow) => place.get(recordId) ?? order.length
  const recordIds = [...rows].sort((a, b) => placeOf(a) - placeOf(b)).slice(0, most).map(({ recordId }) => recordId) // prettier-ignore
  const [records, copies] = await Promise.all([recordsById(source, recordIds), copiesOf(source, libraries, { recordIds }, minute)])
  const ofRecord = grouped(
    copies.filter((copy) => inScope(copy, scope)),
    ({ stored }) => stored.recordId,
  )
  return recordIds.flatMap((id) => {
    const record = records.get(id)
    const [copy] = nearestFirst(ofRecord.get(id) ?? [], { libraries, scope, near: libraries.pickups.branchOf(at) })
    return record && copy ? [spineFrom(copy, record, libraries)] : []
  })
}
