/** Which catalogue an index is of, and in which state. */
import { firstChange, lastChange, type Queryable } from '../../database/index.ts'

export interface Stamp {
  /** Identity of the catalogue. */
  catalogue: string
  /** Number of the last change that the index knows. */
  changes: number
}

export async function stampOf(database: Queryable): Promise<Stamp> {
  const [row] = await database.read<{ value: string }>("SELECT value FROM settings WHERE name = 'catalogue'")
  return { catalogue: row?.value ?? '', changes: await lastChange(database) }
}

/** Whether every change is still known that has come since an index was made. */
export async function canFollow(database: Queryable, { catalogue, changes }: Stamp): Promise<boolean> {
  const now = await stampOf(database)
  const first = await firstChange(database)
  return catalogue === now.catalogue && changes <= now.changes && changes + 1 >= (first ?? now.changes + 1)
}
