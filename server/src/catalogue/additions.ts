/**
 * When titles, or newer copies of them, came into a catalogue in use: what kept searches call new. Those of the first load
 * were always there, and what has stood somewhere for long is not new because its record is.
 */
import type { Queryable, Write } from '../database/index.ts'
import type { Applied } from './applying.ts'

const DAY = 86_400_000
/** Longer than this nobody asks. */
const KEPT_DAYS = 400

/** What came in so many days is new. */
export const NEW_DAYS = 60

export const newSince = (today: string): string => new Date(Date.parse(today) - NEW_DAYS * DAY).toISOString().slice(0, 10)

export async function noteAdditions(write: Write, come: Applied['come'], { now, today }: { now: string; today: string }): Promise<void> {
  const first = newSince(today)
  const controlNumbers = come.filter(({ acquired }) => acquired === null || acquired >= first).map(({ controlNumber }) => controlNumber)
  await write.run(
    `INSERT INTO additions (recordId, at) SELECT id, $now FROM records WHERE controlNumber IN (SELECT value FROM json_each($numbers))
     ON CONFLICT (recordId) DO UPDATE SET at = excluded.at`,
    { now, numbers: JSON.stringify(controlNumbers) },
  )
  await write.run('DELETE FROM additions WHERE at < $since', { since: new Date(Date.parse(now) - KEPT_DAYS * DAY).toISOString() })
}

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
