/** When records came into a catalogue in use: what kept searches call new. Those of the first load were always there. */
import type { Queryable, Write } from '../database/index.ts'

/** Longer than this nobody asks. */
const KEPT_DAYS = 400

/** @param now ISO time */
export async function noteAdditions(write: Write, controlNumbers: readonly string[], now: string): Promise<void> {
  await write.run(
    `INSERT INTO additions (recordId, at) SELECT id, $now FROM records WHERE controlNumber IN (SELECT value FROM json_each($numbers))
     ON CONFLICT (recordId) DO UPDATE SET at = excluded.at`,
    { now, numbers: JSON.stringify(controlNumbers) },
  )
  await write.run('DELETE FROM additions WHERE at < $since', { since: new Date(Date.parse(now) - KEPT_DAYS * DAY).toISOString() })
}

const DAY = 86_400_000

/** Records that have come after a moment, the newest first. */
export async function addedAfter(source: Queryable, moment: string, most: number): Promise<number[]> {
  const rows = await source.read<{ recordId: number }>(
    'SELECT recordId FROM additions WHERE at > $moment ORDER BY at DESC, recordId DESC LIMIT $most',
    {
      moment,
      most,
    },
  )
  return rows.map(({ recordId }) => recordId)
}
