/** Whether what is stored of holds and loans can be true. */
import { faultsOf, type HistoryFault, type HoldState } from '@catalex/core/holds'
import type { Queryable } from '../../database/index.ts'
import { ACTIVE_HOLD } from '../tables.ts'

export interface UnsoundHold {
  reference: string
  fault: HistoryFault | Inconsistency
}

/** Of what is said in more than one place. */
type Inconsistency = 'copy-promised-twice' | 'copy-on-loan' | 'targets-out-of-step'

interface Row {
  id: number
  reference: string
  state: HoldState
  barcode: string | null
  /** States, as JSON. */
  events: string
  targets: number
}

const AT_ONCE = 5000

export async function* unsoundHolds(source: Queryable): AsyncGenerator<UnsoundHold> {
  for (let last = 0; ;) {
    const rows = await source.read<Row>(
      `SELECT id, reference, state, barcode, (SELECT count(*) FROM holdTargets WHERE holdId = holds.id) AS targets,
         (SELECT json_group_array(state) FROM (SELECT state FROM holdEvents WHERE holdId = holds.id ORDER BY id)) AS events
       FROM holds WHERE id > $last ORDER BY id LIMIT $most`,
      { last, most: AT_ONCE },
    )
    for (const { reference, events, ...row } of rows)
      // Made by json_group_array, above.
      for (const fault of faultsOf({ ...row, events: JSON.parse(events) as HoldState[] })) yield { reference, fault }
    const end = rows.at(-1)
    if (!end) break
    last = end.id
  }
  const inconsistent = await source.read<{ reference: string; fault: Inconsistency }>(
    `SELECT reference, 'copy-promised-twice' AS fault FROM holds WHERE ${ACTIVE_HOLD} AND barcode IS NOT NULL
       GROUP BY barcode HAVING count(*) > 1
     UNION ALL SELECT reference, 'copy-on-loan' FROM holds JOIN loans ON loans.barcode = holds.barcode WHERE ${ACTIVE_HOLD}
     UNION ALL SELECT DISTINCT reference, 'targets-out-of-step' FROM holds JOIN holdTargets ON holdId = id WHERE open <> (${ACTIVE_HOLD})`,
  )
  yield* inconsistent
}
