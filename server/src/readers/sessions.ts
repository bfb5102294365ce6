/** Sessions in the database, so that a restart signs nobody out. */
import { Store, type SessionData } from 'express-session'
import { Op, type Database } from '../database/index.ts'
import { SESSIONS } from './tables.ts'

type Done = (error?: unknown) => void

export class DatabaseSessions extends Store {
  /**
   * @param lifetime of a session that nobody uses, in milliseconds
   * @param now milliseconds since 1970
   */
  constructor(
    private readonly database: Database,
    private readonly lifetime: number,
    private readonly now: () => number,
  ) {
    super()
  }

  override get(id: string, done: (error: unknown, session?: SessionData | null) => void): void {
    void this.database
      .query((use) => use(SESSIONS).findOne({ where: { id, expires: { [Op.gt]: this.now() } } }))
      .then((found) => {
        // Written by `set`, below.
        done(null, found ? (JSON.parse(found.data) as SessionData) : null)
      }, done)
  }

  override set(id: string, session: SessionData, done?: Done): void {
    void this.database
      .write(async (write) => {
        const sessions = write.use(SESSIONS)
        await sessions.destroy({ where: { expires: { [Op.lte]: this.now() } } })
        await sessions.upsert({ id, data: JSON.stringify(session), expires: this.now() + this.lifetime })
      })
      .then(() => done?.(), done)
  }

  override destroy(id: string, done?: Done): void {
    void this.database.write((write) => write.use(SESSIONS).destroy({ where: { id } })).then(() => done?.(), done)
  }
}
