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

/** Whether every change is still known that has come since an index was made. */
export async function canFollow(database: Database, { catalogue, changes }: Stamp): Promise<boolean> {
  const now = await stampOf(database)
  const [{ first }] = await database.read<{ first: number | null }>('SELECT min(number) AS first FROM changes')
  return catalogue === now.catalogue && changes <= now.changes && changes + 1 >= (first ?? now.changes + 1)
}

/** Forgets the changes that the index in the file knows. */
export async function forgetChanges(database: Database, upTo: number): Promise<void> {
  await database.write((write) => write.run('DELETE FROM changes WHERE number <= $upTo', { upTo }))
}
