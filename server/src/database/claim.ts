/** One process at a time: a lock that the system gives back by itself when its holder ends, however it ends. */
import sqlite3 from 'sqlite3'

/**
 * @param file lock file beside the database
 * @returns gives the claim back; null when another process has it
 */
export async function claim(file: string): Promise<(() => Promise<void>) | null> {
  const lock = await new Promise<sqlite3.Database>((resolve, reject) => {
    const opened: sqlite3.Database = new sqlite3.Database(file, (error) => {
      if (error) reject(error)
      else resolve(opened)
    })
  })
  const release = () => new Promise<void>((resolve) => lock.close(() => { resolve() })) // prettier-ignore
  const taken = await new Promise<boolean>((resolve, reject) => {
    lock.exec('BEGIN EXCLUSIVE', (error: (Error & { code?: string }) | null) => {
      if (error && error.code !== 'SQLITE_BUSY') reject(error)
      else resolve(error === null)
    })
  })
  if (taken) return release
  await release()
  return null
}
