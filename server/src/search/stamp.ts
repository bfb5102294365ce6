/** Which catalogue an index is of, and in which state. */
import type { Database } from '../database/index.ts'
import type { Stamp } from './snapshot.ts'

export async function stampOf(database: Database): Promise<Stamp> {
  const [stamp] = await database.read<Stamp>(
    `SELECT (SELECT value FROM settings WHERE name = 'catalogue') AS catalogue,
      coalesce((SELECT seq FROM sqlite_sequence WHERE name = 'changes'), 0) AS changes`,
  )
  return stamp
}

/** Forgets the changes that the index in the file knows. */
export async function forgetChanges(database: Database, upTo: number): Promise<void> {
  await database.write((write) => write.run('DELETE FROM changes WHERE number <= $upTo', { upTo }))
}
