/** The queue: holds that wait for a record. */
import type { WaitingHold } from '@catalex/core/holds'
import type { Queryable, Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { HOLD_TARGETS, HOLDS, type HoldModel } from '../tables.ts'

/** Holds that wait for a copy of this record, first come first; a hold whose pickup location is gone waits on. */
export async function queueFor(write: Write, libraries: Libraries, controlNumber: string): Promise<(WaitingHold & { hold: HoldModel })[]> {
  const waiting = await write.read<{ id: number }>(
    "SELECT id FROM holds JOIN holdTargets ON holdId = id WHERE state = 'waiting' AND controlNumber = $controlNumber",
    { controlNumber },
  )
  const holds = await write.use(HOLDS).findAll({
    where: { id: waiting.map(({ id }) => id) },
    include: [{ model: write.use(HOLD_TARGETS), as: 'targets' }],
    order: ['requested', 'id'],
  })
  return holds.flatMap((hold) => {
    const system = libraries.systemOf(hold.pickup)
    if (system === null) return []
    const pickup = { branch: hold.pickup, system }
    return {
      hold,
      records: (hold.targets ?? []).map((target) => target.controlNumber),
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
