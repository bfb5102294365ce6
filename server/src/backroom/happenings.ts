/** What happened in the world of the demo, for whoever watches. */
import type { Happening } from '@catalex/contract/backroom'
import type { Queryable, Write } from '../database/index.ts'

export type Happened = Partial<Omit<Happening, 'at' | 'count' | 'mine' | 'what'>> & Pick<Happening, 'what'> & { readerId?: number | null }

const MOST_KEPT = 3000

export const note = (write: Write, { readerId = null, ...happened }: Happened, at: string): Promise<void> =>
  write.run('INSERT INTO happenings (at, readerId, what) VALUES ($at, $readerId, $what)', {
    at,
    readerId,
    what: JSON.stringify(happened),
  })

export const noteAll = (write: Write, happened: readonly (Happened & { at: string })[]): Promise<void> =>
  write.run("INSERT INTO happenings (at, what) SELECT value ->> 'at', value ->> 'what' FROM json_each($happened)", {
    happened: JSON.stringify(happened.map(({ at, ...what }) => ({ at, what: JSON.stringify(what) }))),
  })

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
    // Written by `note`.
    ...(JSON.parse(what) as Happened),
    count,
    mine: own === 1,
  }))
}
