/** What happened in the world of the demo, for whoever watches. */
import type { Happening } from '@catalex/contract/backroom'
import type { Queryable, Write } from '../database/index.ts'

export type Happened = Partial<Omit<Happening, 'at' | 'count' | 'mine' | 'what'>> & Pick<Happening, 'what'> & { readerId?: number | null }

const MOST_KEPT = 3000

/** What happened in one transaction, written down together. */
export class Happenings {
  private noted: { at: string; readerId: number | null; what: string }[] = []

  constructor(private readonly write: Write) {}

  note({ readerId = null, ...happened }: Happened, at: string): void {
    this.noted.push({ at, readerId, what: JSON.stringify(happened) })
  }

  async writeDown(): Promise<void> {
    if (this.noted.length === 0) return
    await this.write.run(
      `INSERT INTO happenings (at, readerId, what)
       SELECT value ->> 'at', value ->> 'readerId', value ->> 'what' FROM json_each($noted)`,
      { noted: JSON.stringify(this.noted) },
    )
    this.noted = []
  }
}

/** Once a day. */
export const dropOldest = (write: Write): Promise<void> =>
  write.run('DELETE FROM happenings WHERE id <= (SELECT max(id) FROM happenings) - $most', { most: MOST_KEPT })

/** Newest first; what happens at one time to several copies, as one. @param mine whether only what concerns this reader is asked for */
export async function happeningsFor(
  source: Queryable,
  readerId: number | null,
  { mine, most }: { mine: boolean; most: number },
): Promise<Happening[]> {
  const rows = await source.read<{ at: string; what: string; count: number; mine: number }>(
    `SELECT at, what, count(*) AS count, max(readerId IS $readerId AND readerId IS NOT NULL) AS mine FROM happenings
     WHERE $all OR readerId = $readerId GROUP BY at, what ORDER BY at DESC, max(id) DESC LIMIT $most`,
    { readerId, all: mine ? 0 : 1, most },
  )
  return rows.map(({ at, what, count, mine: own }) => ({
    at,
    title: null,
    place: null,
    to: null,
    line: null,
    // Noted as such.
    ...(JSON.parse(what) as Happened),
    count,
    mine: own === 1,
  }))
}
