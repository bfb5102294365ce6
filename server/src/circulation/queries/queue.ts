/** The queue: holds that wait for a record. */
import type { WaitingHold } from '@catalex/core/holds'
import type { Queryable, Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { Standing } from '../commands/transition.ts'

interface WaitingRow extends Standing {
  pickup: string
  category: string
  homeSystem: string | null
  wantedBarcode: string | null
  /** Control numbers, as JSON. */
  records: string
}

/** Holds that wait for a copy of this record, first come first; a hold whose pickup location is gone waits on. */
export async function queueFor(write: Write, libraries: Libraries, controlNumber: string): Promise<(WaitingHold & { hold: Standing })[]> {
  const rows = await write.read<WaitingRow>(
    `SELECT id, state, barcode, pickup, category, homeSystem, wantedBarcode,
       (SELECT json_group_array(controlNumber) FROM holdTargets WHERE holdId = id) AS records
     FROM holds WHERE state = 'waiting' AND id IN (SELECT holdId FROM holdTargets WHERE controlNumber = $controlNumber) ORDER BY requested, id`,
    { controlNumber },
  )
  return rows.flatMap((hold) => {
    const pickup = libraries.pickupPlace(hold.pickup)
    if (!pickup) return []
    return {
      hold,
      // Made by json_group_array, above.
      records: JSON.parse(hold.records) as string[],
      barcode: hold.wantedBarcode,
      question: { rules: libraries.holdRules, borrower: hold, pickup, selfServe: libraries.selfServe },
    }
  })
}

/** Readers who wait for any of these records. */
export async function countWaiting(source: Queryable, controlNumbers: readonly string[]): Promise<number> {
  const [row] = await source.read<{ count: number }>(
    "SELECT count(DISTINCT id) AS count FROM holds JOIN holdTargets ON holdId = id WHERE state = 'waiting' AND controlNumber IN (SELECT value FROM json_each($numbers))",
    { numbers: JSON.stringify(controlNumbers) },
  )
  return row?.count ?? 0
}
