/** The queue: holds that wait for a record. */
import type { WaitingHold } from '@catalex/core/holds'
import type { Queryable, Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { Standing } from '../commands/transition.ts'
import { PROMISED_HOLD } from '../tables.ts'

interface WaitingRow extends Standing {
  pickup: string
  category: string
  homeSystem: string | null
  wantedBarcode: string | null
  /** Control numbers, as JSON. */
  records: string
}

const NONE: ReadonlySet<string> = new Set()

/** Holds that wait for a copy of this record, first come first; a hold whose pickup location is gone waits on, and so does one that another system serves. */
export async function queueFor(write: Write, libraries: Libraries, controlNumber: string): Promise<(WaitingHold & { hold: Standing })[]> {
  const rows = await write.read<WaitingRow>(
    `SELECT id, state, barcode, pickup, category, homeSystem, wantedBarcode,
       (SELECT json_group_array(controlNumber) FROM holdTargets WHERE holdId = id) AS records
     FROM holds WHERE state = 'waiting' AND lending IS NULL AND id IN (SELECT holdId FROM holdTargets WHERE controlNumber = $controlNumber AND open = 1) ORDER BY requested, id`,
    { controlNumber },
  )
  return rows.flatMap((hold) => {
    const pickup = libraries.pickups.place(hold.pickup)
    if (!pickup) return []
    return {
      hold,
      // Made by json_group_array, above.
      records: JSON.parse(hold.records) as string[],
      barcode: hold.wantedBarcode,
      // Whoever waits was promised a place, and is served also from the shelves that others go to themselves.
      question: { rules: libraries.holdRules, borrower: hold, pickup, selfServe: NONE },
    }
  })
}

/** Readers who wait for any of these records. */
export async function countWaiting(source: Queryable, controlNumbers: readonly string[]): Promise<number> {
  const [row] = await source.read<{ count: number }>(
    "SELECT count(DISTINCT id) AS count FROM holds JOIN holdTargets ON holdId = id AND open = 1 WHERE state = 'waiting' AND controlNumber IN (SELECT value FROM json_each($numbers))",
    { numbers: JSON.stringify(controlNumbers) },
  )
  return row?.count ?? 0
}

export interface QueuedHold {
  reference: string
  readerId: number | null
  state: 'waiting' | 'paused'
  pausedUntil: string | null
  pickup: string
  category: string
  homeSystem: string | null
  wantedBarcode: string | null
  records: string[]
}

/** More are not looked at: who is behind so many is told as much as who is behind that many. */
const MOST_QUEUED = 400

const QUEUED = `SELECT reference, readerId, state, pausedUntil, pickup, category, homeSystem, wantedBarcode,
    (SELECT json_group_array(controlNumber) FROM holdTargets WHERE holdId = id) AS records
  FROM holds WHERE state IN ('waiting', 'paused')`

type QueuedRow = Omit<QueuedHold, 'records'> & { records: string }
// Made by json_group_array, above.
const queuedFrom = (row: QueuedRow): QueuedHold => ({ ...row, records: JSON.parse(row.records) as string[] })

/** Holds that wait for any of these records, those passed over too, first come first. */
export async function holdsInQueue(source: Queryable, controlNumbers: readonly string[]): Promise<QueuedHold[]> {
  const rows = await source.read<QueuedRow>(
    `${QUEUED} AND id IN (SELECT holdId FROM holdTargets WHERE open = 1 AND controlNumber IN (SELECT value FROM json_each($numbers)))
     ORDER BY requested, id LIMIT $most`,
    { numbers: JSON.stringify(controlNumbers), most: MOST_QUEUED },
  )
  return rows.map(queuedFrom)
}

/** A hold of this reader that waits; nobody's where there is no reader. */
export async function queuedHold(source: Queryable, reference: string, readerId: number | null): Promise<QueuedHold | undefined> {
  const rows = await source.read<QueuedRow>(`${QUEUED} AND reference = $reference AND readerId = $readerId`, { reference, readerId })
  return rows.map(queuedFrom).at(0)
}

export type PromisedHold = Pick<QueuedHold, 'pickup' | 'category' | 'homeSystem'>

/** By barcode, the holds for which these copies are set aside. */
export async function holdsPromised(source: Queryable, barcodes: readonly string[]): Promise<Map<string, PromisedHold>> {
  const rows = await source.read<PromisedHold & { barcode: string }>(
    `SELECT barcode, pickup, category, homeSystem FROM holds
     WHERE barcode IN (SELECT value FROM json_each($barcodes)) AND ${PROMISED_HOLD}`,
    { barcodes: JSON.stringify(barcodes) },
  )
  return new Map(rows.map((row) => [row.barcode, row]))
}
