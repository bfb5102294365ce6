/** Sessions in the database, so that a restart signs nobody out. */
import { Store, type SessionData } from 'express-session'
import type { Database } from '../database/index.ts'

type Done = (error?: unknown) => void

export class DatabaseSessions extends Store {
  constructor(
    private readonly database: Database,
    private readonly lifetime: number,
  ) {
    super()
  }

  override get(id: string, done: (error: unknown, session?: SessionData | null) => void): void {
    this.database
      .read<{ data: string }>('SELECT data FROM sessions WHERE id = $id AND expires > $now', { id, now: Date.now() })
      .then(([row]) => {
        done(null, row ? (JSON.parse(row.data) as SessionData) : null)
      }, done)
  }

  override set(id: string, session: SessionData, done?: Done): void {
    this.database
      .write(async (write) => {
        await write.run('DELETE FROM sessions WHERE expires <= $now', { now: Date.now() })
        await write.run('INSERT OR REPLACE INTO sessions (id, data, expires) VALUES ($id, $data, $expires)', {
          id,
          data: JSON.stringify(session),
          expires: Date.now() + this.lifetime,
        })
      })
      .then(() => done?.(), done)
  }

  override destroy(id: string, done?: Done): void {
    this.database.write((write) => write.run('DELETE FROM sessions WHERE id = $id', { id })).then(() => done?.(), done)
  }
}
