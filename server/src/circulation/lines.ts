/** The line: holds that wait, and the copy that comes free for the first of them. */
import { nextInLine, type HoldState, type Waiting } from '@catalex/core/holds'
import type { Libraries } from '../branches/index.ts'
import type { Write } from '../database/index.ts'
import { copiesOf, type Reading } from './copies.ts'
import { recordEvent } from './events.ts'

interface WaitingRow {
  id: number
  pickup: string
  wantedBarcode: string | null
  category: string
  homeSystem: string
  targets: string
}

/** Holds that wait for any of these titles, first asked first. */
async function lineFor(reading: Reading, libraries: Libraries, titleIds: readonly number[]): Promise<Waiting[]> {
  const rows = await reading.read<WaitingRow>(
    `SELECT id, pickup, wantedBarcode, category, homeSystem, (SELECT json_group_array(titleId) FROM holdTargets WHERE holdId = holds.id) AS targets
     FROM holds WHERE state = 'waiting' AND id IN (SELECT holdId FROM holdTargets WHERE titleId IN (SELECT value FROM json_each($ids)))
     ORDER BY asked, id`,
    { ids: JSON.stringify(titleIds) },
  )
  return rows.map((row) => ({
    holdId: row.id,
    recordIds: JSON.parse(row.targets) as number[],
    barcode: row.wantedBarcode,
    question: {
      rules: libraries.holdRules,
      category: row.category,
      homeSystem: row.homeSystem,
      pickup: { branch: row.pickup, system: libraries.branch(row.pickup)?.system ?? '' },
      selfServe: libraries.selfServe,
    },
  }))
}

/** Readers who wait for any of these titles. */
export async function countWaiting(reading: Reading, titleIds: readonly number[]): Promise<number> {
  const [{ count }] = await reading.read<{ count: number }>(
    "SELECT count(DISTINCT id) AS count FROM holds JOIN holdTargets ON holdId = id WHERE state = 'waiting' AND titleId IN (SELECT value FROM json_each($ids))",
    { ids: JSON.stringify(titleIds) },
  )
  return count
}

/** Sets a copy that has come free aside for the first in line whom it can serve, if there is one. */
export async function passOn(
  write: Write,
  libraries: Libraries,
  barcode: string,
  titleId: number,
  at: { now: string; today: string },
): Promise<void> {
  const reading = { read: write.all }
  const copy = (await copiesOf(reading, libraries, [titleId], at.today)).find((candidate) => candidate.barcode === barcode)
  if (copy?.status !== 'on shelf') return
  const next = nextInLine(await lineFor(reading, libraries, [titleId]), copy)
  if (!next) return
  const state: HoldState = 'being fetched'
  await write.run('UPDATE holds SET state = $state, barcode = $barcode WHERE id = $id', { state, barcode, id: next.holdId })
  await recordEvent(write, { holdId: next.holdId, at: at.now, who: 'catalogue', state, barcode })
}
