/** Whether the file of a database is whole, as SQLite itself sees it. */
import type { Queryable } from './reading.ts'

const MOST_SHOWN = 20

/** @returns what is wrong, in the words of SQLite; nothing where all is well */
export async function fileFaults(source: Queryable): Promise<string[]> {
  const integrity = await source.read<{ integrity_check: string }>(`PRAGMA integrity_check(${String(MOST_SHOWN)})`)
  const broken = integrity.map((row) => row.integrity_check).filter((said) => said !== 'ok')
  if (broken.length > 0) return broken
  const dangling = await source.read<{ table: string; rowid: number | null; parent: string }>('PRAGMA foreign_key_check')
  return dangling.slice(0, MOST_SHOWN).map(({ table, rowid, parent }) => `row ${String(rowid)} of ${table} refers to nothing in ${parent}`)
}
