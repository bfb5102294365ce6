/**
 * Sessions: in memory while they are used, and in the database, so that a restart signs nobody out. A session ends when
 * nobody uses it, when its reader signs out, here or everywhere, or when newer ones take its place.
 */
import { createHash } from 'node:crypto'
import { Store, type SessionData } from 'express-session'
import type { InferAttributes } from 'sequelize'
import { Op, type Reading, type Write } from '../database/index.ts'
import { SESSIONS, type SessionModel } from './tables.ts'

export type KeptSession = InferAttributes<SessionModel>

declare module 'express-session' {
  interface SessionData {
    readerId: number
    csrf: string
    /** Milliseconds after which it ends when nobody uses it. */
    idle: number
  }
}

/** A reader signed in at more places than this is signed out where they have not been for longest. */
export const MOST_OF_A_READER = 10

/** What sessions have written. */
export interface SessionWrites {
  /** @returns keys of the sessions that gave way to it */
  keepSession(session: KeptSession): Promise<string[]>
  endSession(key: string): Promise<void>
  endSessionsOf(readerId: number): Promise<void>
  noteSeen(seen: readonly Pick<KeptSession, 'key' | 'seen'>[]): Promise<void>
}

/** @returns keys of the sessions that gave way to it */
export async function keepSession(write: Write, session: KeptSession): Promise<string[]> {
  const sessions = write.use(SESSIONS)
  await sessions.upsert(session)
  const kept = await sessions.findAll({ where: { readerId: session.readerId }, order: [['seen', 'DESC']], attributes: ['key'] })
  const over = kept.slice(MOST_OF_A_READER).map(({ key }) => key)
  if (over.length > 0) await sessions.destroy({ where: { key: over } })
  return over
}

export async function endSession(write: Write, key: string): Promise<void> {
  await write.use(SESSIONS).destroy({ where: { key } })
}

export async function endSessionsOf(write: Write, readerId: number): Promise<void> {
  await write.use(SESSIONS).destroy({ where: { readerId } })
}

export async function noteSeen(write: Write, seen: readonly Pick<KeptSession, 'key' | 'seen'>[]): Promise<void> {
  await write.run(
    `UPDATE sessions SET seen = (SELECT value ->> 'seen' FROM json_each($seen) WHERE value ->> 'key' = sessions.key)
     WHERE key IN (SELECT value ->> 'key' FROM json_each($seen))`,
    { seen: JSON.stringify(seen) },
  )
}

export async function endEverySession(write: Write): Promise<void> {
  await write.run('DELETE FROM sessions')
}

/** @param now milliseconds since 1970 */
export async function dropIdleSessions(write: Write, now: number): Promise<void> {
  await write.run('DELETE FROM sessions WHERE seen + idle <= $now', { now })
}

export async function countSessions(source: Reading, readerId: number): Promise<number> {
  return source.query((use) => use(SESSIONS).count({ where: { readerId } }))
}

type Done = (error?: unknown) => void
const keyOf = (id: string): string => createHash('sha256').update(id).digest('base64url')

/** More sessions than this are not kept in memory; the others are read again when they are used. */
const MOST_IN_MEMORY = 10_000

export class ReaderSessions extends Store {
  private readonly known = new Map<string, KeptSession>()
  /** Ended here, though the database may not have been told: they stay ended while this process runs. */
  private readonly ended = new Set<string>()
  private readonly unwritten = new Map<string, KeptSession>()

  /** @param now milliseconds since 1970 */
  constructor(
    private readonly database: Reading,
    private readonly writes: SessionWrites,
    private readonly now: () => number,
  ) {
    super()
  }

  override get(id: string, done: (error: unknown, session?: SessionData | null) => void): void {
    void this.find(keyOf(id)).then((found) => {
      // Written by `set`, below.
      done(null, found && (JSON.parse(found.data) as SessionData))
    }, done)
  }

  private async find(key: string): Promise<KeptSession | null> {
    if (this.ended.has(key)) return null
    const now = this.now()
    const session = this.known.get(key) ?? (await this.database.query((use) => use(SESSIONS).findByPk(key, { raw: true })))
    // Another request may have ended it meanwhile.
    if (session === null || this.ended.has(key)) return null
    if (session.seen + session.idle <= now) {
      this.known.delete(key)
      return null
    }
    session.seen = now
    this.remember(session)
    this.unwritten.set(key, session)
    return session
  }

  private remember(session: KeptSession): void {
    this.known.delete(session.key)
    this.known.set(session.key, session)
    if (this.known.size <= MOST_IN_MEMORY) return
    const [oldest] = this.known.keys()
    if (oldest !== undefined) this.known.delete(oldest)
  }

  override set(id: string, data: SessionData, done?: Done): void {
    const now = this.now()
    const key = keyOf(id)
    const { begun } = this.known.get(key) ?? { begun: now }
    const session = { key, readerId: data.readerId, data: JSON.stringify(data), begun, seen: now, idle: data.idle }
    void this.writes.keepSession(session).then((over) => {
      for (const other of over) this.forget(other)
      this.remember(session)
      done?.()
    }, done)
  }

  override destroy(id: string, done?: Done): void {
    const key = keyOf(id)
    this.forget(key)
    void this.writes.endSession(key).then(() => done?.(), done)
  }

  /** Signs a reader out in every place. */
  async endAllOf(readerId: number): Promise<void> {
    for (const [key, session] of this.known) if (session.readerId === readerId) this.forget(key)
    const others = await this.database.query((use) => use(SESSIONS).findAll({ where: { readerId }, attributes: ['key'] }))
    for (const { key } of others) this.forget(key)
    await this.writes.endSessionsOf(readerId)
  }

  private forget(key: string): void {
    this.known.delete(key)
    this.unwritten.delete(key)
    this.ended.add(key)
  }

  /** Writes down when sessions were used last, many at once; and ends again what the database could not be told of. */
  async flush(): Promise<void> {
    const seen = [...this.unwritten.values()].map(({ key, seen: at }) => ({ key, seen: at }))
    this.unwritten.clear()
    if (seen.length > 0) await this.writes.noteSeen(seen)
    const left = this.ended.size === 0 ? [] : await this.stillThere([...this.ended])
    for (const key of left) await this.writes.endSession(key)
    for (const key of this.ended) if (!left.includes(key)) this.ended.delete(key)
  }

  private stillThere(keys: readonly string[]): Promise<string[]> {
    const asked = this.database.query((use) =>
      use(SESSIONS).findAll({ where: { key: { [Op.in]: [...keys] } }, attributes: ['key'], raw: true }),
    )
    return asked.then((rows) => rows.map(({ key }) => key))
  }
}
