/** A database that is written, too: writes run one after the other in transactions of one connection of their own. */
import { Op, type QueryInterface } from 'sequelize'
import { BUSY_MS, connect, disconnect, ReadingPool, type Connection, type Queryable, type Reading, type Row, type Use } from './reading.ts'
import type { Parameters } from './statements.ts'

export { Op }

/** A transaction in progress. */
export interface Write extends Queryable {
  use: Use
  run(sql: string, parameters?: Parameters): Promise<void>
}

/** Connections that only read. */
const READERS = 3

export class Database implements Reading {
  private lastWrite: Promise<unknown> = Promise.resolve()

  private constructor(
    private readonly writer: Connection,
    private readonly pool: ReadingPool,
  ) {}

  /** @param patience how long a transaction waits for those of other processes, in milliseconds */
  static async open(file: string, readers = READERS, patience = BUSY_MS): Promise<Database> {
    const settings = ['journal_mode = WAL', 'synchronous = FULL', 'cache_size = -32000', `busy_timeout = ${String(patience)}`]
    const writer = await connect(file, ...settings)
    return new Database(writer, await ReadingPool.open(file, readers))
  }

  /** For filling a new file that is thrown away should anything fail: nothing is durable until it is closed. */
  static async create(file: string): Promise<Database> {
    const writer = await connect(file, 'journal_mode = OFF', 'synchronous = OFF', 'cache_size = -400000')
    return new Database(writer, await ReadingPool.open(file, READERS))
  }

  get schema(): QueryInterface {
    return this.writer.models.getQueryInterface()
  }

  read<T = Row>(sql: string, parameters: Parameters = {}): Promise<T[]> {
    return this.pool.read<T>(sql, parameters)
  }

  query<T>(work: (use: Use) => Promise<T>): Promise<T> {
    return this.pool.query(work)
  }

  /** Runs `work` in a transaction after all writes before it; when it throws, nothing of it stays. */
  write<T>(work: (write: Write) => Promise<T>): Promise<T> {
    return this.queued(async (write) => {
      await write.run('BEGIN IMMEDIATE')
      try {
        const result = await work(write)
        await write.run('COMMIT')
        return result
      } catch (error) {
        // A full disk has rolled it back already.
        await write.run('ROLLBACK').catch(() => undefined)
        throw error
      }
    })
  }

  /** Runs `work` on the write connection without a transaction, each statement by itself: for temporary tables and upkeep. */
  maintain<T>(work: (write: Write) => Promise<T>): Promise<T> {
    return this.queued(work)
  }

  private queued<T>(work: (write: Write) => Promise<T>): Promise<T> {
    const { models, statements } = this.writer
    const write: Write = {
      use: (table) => table.on(models),
      read: (sql, parameters = {}) => statements.all(sql, parameters),
      run: (sql, parameters = {}) => statements.run(sql, parameters),
    }
    const turn = this.lastWrite.then(() => work(write))
    this.lastWrite = turn.catch(() => undefined)
    return turn
  }

  /** Brings everything into the one file first: the driver closes in its own time, and whoever waits may move the file. */
  async close(): Promise<void> {
    await this.lastWrite
    await this.pool.close()
    await this.writer.statements.all('PRAGMA wal_checkpoint(TRUNCATE)', {})
    await disconnect(this.writer)
  }
}
