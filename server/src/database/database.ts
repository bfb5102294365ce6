/**
 * Writes run one after the other in transactions of one connection; reads go to a small pool of connections of their
 * own, each asked one thing at a time, since two questions at once on one SQLite connection stall the event loop.
 */
import { QueryTypes, Sequelize, Transaction, type QueryInterface } from 'sequelize'
import sqlite3 from 'sqlite3'

export type Row = Record<string, string | number | Buffer | null>
type Parameters = Record<string, unknown>

/** A transaction in progress. */
export interface Write {
  all<T = Row>(sql: string, parameters?: Parameters): Promise<T[]>
  run(sql: string, parameters?: Parameters): Promise<void>
  /** @returns the new row's number */
  insert(sql: string, parameters?: Parameters): Promise<number>
}

const READERS = 3

export class Database {
  private readonly writer: Sequelize
  private readonly readers: Sequelize[] = []
  private readonly free: Sequelize[] = []
  private readonly waiting: ((reader: Sequelize) => void)[] = []
  private lastWrite: Promise<unknown> = Promise.resolve()

  private constructor(file: string) {
    this.writer = connect(file)
    for (let i = 0; i < READERS; i += 1) this.readers.push(connect(file))
    this.free.push(...this.readers)
  }

  static async open(file: string): Promise<Database> {
    const database = new Database(file)
    await database.writer.query('PRAGMA journal_mode = WAL')
    for (const connection of [database.writer, ...database.readers]) await pragmas(connection, 'synchronous = FULL', 'cache_size = -32000')
    return database
  }

  /** For filling a new file that is thrown away should anything fail: nothing is kept safe until it is closed. */
  static async create(file: string): Promise<Database> {
    const database = new Database(file)
    await pragmas(database.writer, 'journal_mode = OFF', 'synchronous = OFF', 'cache_size = -400000')
    for (const reader of database.readers) await pragmas(reader, 'cache_size = -32000')
    return database
  }

  get schema(): QueryInterface {
    return this.writer.getQueryInterface()
  }

  /** Rows of a SELECT; `$name` stands for a parameter. */
  async read<T = Row>(sql: string, parameters: Parameters = {}): Promise<T[]> {
    const reader = this.free.pop() ?? (await new Promise<Sequelize>((resolve) => this.waiting.push(resolve)))
    try {
      return (await reader.query(sql, { type: QueryTypes.SELECT, bind: parameters, raw: true })) as T[]
    } finally {
      const next = this.waiting.shift()
      if (next) next(reader)
      else this.free.push(reader)
    }
  }

  /** Runs `work` in a transaction after all writes before it; when it throws, nothing of it stays. */
  async write<T>(work: (write: Write) => Promise<T>): Promise<T> {
    const turn = this.lastWrite.then(() => this.transaction(work))
    this.lastWrite = turn.catch(() => undefined)
    return turn
  }

  private transaction<T>(work: (write: Write) => Promise<T>): Promise<T> {
    const connection = this.writer
    return connection.transaction({ type: Transaction.TYPES.IMMEDIATE }, async (transaction) =>
      work({
        all: async <R>(sql: string, bind: Parameters = {}) =>
          (await connection.query(sql, { type: QueryTypes.SELECT, bind, raw: true, transaction })) as R[],
        run: async (sql, bind = {}) => {
          await connection.query(sql, { type: QueryTypes.RAW, bind, transaction })
        },
        insert: async (sql, bind = {}) => {
          const [id] = await connection.query(sql, { type: QueryTypes.INSERT, bind, transaction })
          return id
        },
      }),
    )
  }

  /** Brings everything into the one file first: the driver closes in its own time, and whoever waits may move the file. */
  async close(): Promise<void> {
    await this.lastWrite
    await this.writer.query('PRAGMA wal_checkpoint(TRUNCATE)')
    await Promise.all([this.writer, ...this.readers].map((connection) => connection.close()))
  }
}

async function pragmas(connection: Sequelize, ...settings: string[]): Promise<void> {
  for (const setting of ['foreign_keys = ON', 'busy_timeout = 5000', ...settings]) await connection.query(`PRAGMA ${setting}`)
}

function connect(file: string): Sequelize {
  return new Sequelize({ dialect: 'sqlite', dialectModule: sqlite3, storage: file, logging: false, pool: { max: 1, min: 0 } })
}
