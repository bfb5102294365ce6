/**
 * Writes run one after the other in transactions of one connection; reads go to a small pool of connections of their
 * own, each used for one thing at a time, since two queries at once on one SQLite connection stall the event loop.
 */
import { Op, QueryTypes, Sequelize, type Model, type ModelStatic, type QueryInterface } from 'sequelize'
import sqlite3 from 'sqlite3'
import type { Table } from './table.ts'

export { Op }

export type Row = Record<string, string | number | Buffer | null>
type Parameters = Record<string, unknown>

/** Whatever answers a SELECT written by hand; `$name` stands for a parameter. */
export interface Queryable {
  read<T = Row>(sql: string, parameters?: Parameters): Promise<T[]>
}

/** The model of a table on a connection. */
export type Use = <M extends Model>(table: Table<M>) => ModelStatic<M>

/** A transaction in progress. */
export interface Write extends Queryable {
  use: Use
  run(sql: string, parameters?: Parameters): Promise<void>
}

const READERS = 3

/** How long a connection waits for another process to finish its transaction. */
const BUSY_MS = 5000

export class Database implements Queryable {
  private readonly writer: Sequelize
  private readonly readers: Sequelize[]
  private readonly free: Sequelize[]
  private readonly waiting: ((reader: Sequelize) => void)[] = []
  private lastWrite: Promise<unknown> = Promise.resolve()

  private constructor(file: string) {
    this.writer = connect(file)
    this.readers = Array.from({ length: READERS }, () => connect(file))
    this.free = [...this.readers]
  }

  static async open(file: string): Promise<Database> {
    const database = new Database(file)
    await database.writer.query('PRAGMA journal_mode = WAL')
    for (const connection of [database.writer, ...database.readers]) await pragmas(connection, 'synchronous = FULL', 'cache_size = -32000')
    return database
  }

  /** For filling a new file that is thrown away should anything fail: nothing is durable until it is closed. */
  static async create(file: string): Promise<Database> {
    const database = new Database(file)
    await pragmas(database.writer, 'journal_mode = OFF', 'synchronous = OFF', 'cache_size = -400000')
    for (const reader of database.readers) await pragmas(reader, 'cache_size = -32000')
    return database
  }

  get schema(): QueryInterface {
    return this.writer.getQueryInterface()
  }

  read<T = Row>(sql: string, parameters: Parameters = {}): Promise<T[]> {
    return this.reading((reader) => select<T>(reader, sql, parameters))
  }

  /** Reads through models. */
  query<T>(work: (use: Use) => Promise<T>): Promise<T> {
    return this.reading((reader) => work((table) => table.on(reader)))
  }

  private async reading<T>(work: (reader: Sequelize) => Promise<T>): Promise<T> {
    const reader = this.free.pop() ?? (await new Promise<Sequelize>((resolve) => this.waiting.push(resolve)))
    try {
      return await work(reader)
    } finally {
      const next = this.waiting.shift()
      if (next) next(reader)
      else this.free.push(reader)
    }
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
        await write.run('ROLLBACK')
        throw error
      }
    })
  }

  /** Runs `work` on the write connection without a transaction, each statement by itself: for temporary tables and upkeep. */
  maintain<T>(work: (write: Write) => Promise<T>): Promise<T> {
    return this.queued(work)
  }

  private queued<T>(work: (write: Write) => Promise<T>): Promise<T> {
    const { writer } = this
    const write: Write = {
      use: (table) => table.on(writer),
      read: (sql, parameters = {}) => select(writer, sql, parameters),
      run: async (sql, bind = {}) => {
        await writer.query(sql, { type: QueryTypes.RAW, bind })
      },
    }
    const turn = this.lastWrite.then(() => work(write))
    this.lastWrite = turn.catch(() => undefined)
    return turn
  }

  /** Brings everything into the one file first: the driver closes in its own time, and whoever waits may move the file. */
  async close(): Promise<void> {
    await this.lastWrite
    await this.writer.query('PRAGMA wal_checkpoint(TRUNCATE)')
    await Promise.all([this.writer, ...this.readers].map((connection) => connection.close()))
  }
}

async function select<T>(connection: Sequelize, sql: string, bind: Parameters): Promise<T[]> {
  // What a SELECT gives is what the caller wrote into it; a test holds row types against the schema.
  return (await connection.query(sql, { type: QueryTypes.SELECT, bind, raw: true })) as T[]
}

async function pragmas(connection: Sequelize, ...settings: string[]): Promise<void> {
  for (const setting of ['foreign_keys = ON', `busy_timeout = ${String(BUSY_MS)}`, ...settings]) await connection.query(`PRAGMA ${setting}`)
}

function connect(file: string): Sequelize {
  return new Sequelize({
    dialect: 'sqlite',
    dialectModule: sqlite3,
    storage: file,
    logging: false,
    define: { timestamps: false, freezeTableName: true },
  })
}

/** Whether another process kept the database locked for too long. */
export const isBusy = (error: unknown): boolean => error instanceof Error && /SQLITE_BUSY/.test(error.message)
