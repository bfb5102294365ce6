/**
 * Reading: a small pool of connections, each used for one thing at a time, since two queries at once on one SQLite
 * connection stall the event loop. It stands alone in threads that never write.
 */
import { Sequelize, type Model, type ModelStatic } from 'sequelize'
import sqlite3 from 'sqlite3'
import { Statements, type Parameters } from './statements.ts'
import type { Table } from './table.ts'

export type Row = Record<string, string | number | Buffer | null>

/** Whatever answers a SELECT written by hand; `$name` stands for a parameter. */
export interface Queryable {
  read<T = Row>(sql: string, parameters?: Parameters): Promise<T[]>
}

/** The model of a table on a connection. */
export type Use = <M extends Model>(table: Table<M>) => ModelStatic<M>

/** Reads by hand and through models. */
export interface Reading extends Queryable {
  query<T>(work: (use: Use) => Promise<T>): Promise<T>
}

/** How long a connection waits for another to finish its transaction. */
export const BUSY_MS = 5000

/** Of each connection; the system keeps the file, too. */
const CACHE_KB = 12_000

/** A connection with its models and its statements. */
export interface Connection {
  models: Sequelize
  statements: Statements
}

export class ReadingPool implements Reading {
  private readonly free: Connection[]
  private readonly waiting: ((connection: Connection) => void)[] = []

  private constructor(private readonly connections: readonly Connection[]) {
    this.free = [...connections]
  }

  static async open(file: string, size: number): Promise<ReadingPool> {
    const connecting = Array.from({ length: size }, () => connect(file, 'query_only = ON', `cache_size = -${String(CACHE_KB)}`))
    return new ReadingPool(await Promise.all(connecting))
  }

  read<T = Row>(sql: string, parameters: Parameters = {}): Promise<T[]> {
    return this.with(({ statements }) => statements.all<T>(sql, parameters))
  }

  query<T>(work: (use: Use) => Promise<T>): Promise<T> {
    return this.with(({ models }) => work((table) => table.on(models)))
  }

  private async with<T>(work: (connection: Connection) => Promise<T>): Promise<T> {
    const connection = this.free.pop() ?? (await new Promise<Connection>((resolve) => this.waiting.push(resolve)))
    try {
      return await work(connection)
    } finally {
      const next = this.waiting.shift()
      if (next) next(connection)
      else this.free.push(connection)
    }
  }

  async close(): Promise<void> {
    await Promise.all(this.connections.map(disconnect))
  }
}

/** @param settings pragmas beside those that every connection has */
export async function connect(file: string, ...settings: string[]): Promise<Connection> {
  const models = new Sequelize({
    dialect: 'sqlite',
    dialectModule: sqlite3,
    storage: file,
    logging: false,
    define: { timestamps: false, freezeTableName: true },
  })
  for (const setting of ['foreign_keys = ON', `busy_timeout = ${String(BUSY_MS)}`, ...settings]) await models.query(`PRAGMA ${setting}`)
  return { models, statements: await Statements.of(models) }
}

export async function disconnect({ models, statements }: Connection): Promise<void> {
  statements.close()
  await models.close()
}
