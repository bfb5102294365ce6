/**
 * SQL written by hand goes to the driver directly, with each statement prepared once for each connection: it is what
 * every search and every change consists of. Models share the connection, and so its transaction.
 */
import type { Sequelize } from 'sequelize'
import type sqlite3 from 'sqlite3'

export type Parameters = Record<string, unknown>

/** Statements that are kept; those with many forms are prepared anew now and then. */
const MOST_KEPT = 200

export class Statements {
  private readonly kept = new Map<string, sqlite3.Statement>()

  private constructor(private readonly driver: sqlite3.Database) {}

  static async of(connection: Sequelize): Promise<Statements> {
    // The dialect is SQLite's: its connection is one of its driver.
    return new Statements((await connection.connectionManager.getConnection({ type: 'read' })) as sqlite3.Database)
  }

  all<T>(sql: string, parameters: Parameters): Promise<T[]> {
    return new Promise((resolve, reject) => {
      this.prepared(sql, reject).all<T>(named(parameters), (error, rows) => {
        if (error) reject(error)
        else resolve(rows)
      })
    })
  }

  run(sql: string, parameters: Parameters): Promise<void> {
    return new Promise((resolve, reject) => {
      this.prepared(sql, reject).run(named(parameters), (error) => {
        if (error) reject(error)
        else resolve()
      })
    })
  }

  private prepared(sql: string, fail: (error: Error) => void): sqlite3.Statement {
    const known = this.kept.get(sql)
    if (known) return known
    const made = this.driver.prepare(sql, (error) => {
      if (!error) return
      this.kept.delete(sql)
      fail(error)
    })
    this.kept.set(sql, made)
    const [oldest] = this.kept
    if (this.kept.size > MOST_KEPT && oldest) this.forget(...oldest)
    return made
  }

  private forget(sql: string, statement: sqlite3.Statement): void {
    this.kept.delete(sql)
    statement.finalize()
  }

  /** A connection closes only when its statements are gone. */
  close(): void {
    for (const [sql, statement] of this.kept) this.forget(sql, statement)
  }
}

const named = (parameters: Parameters): Parameters =>
  Object.fromEntries(Object.entries(parameters).map(([name, value]) => [`$${name}`, value]))
