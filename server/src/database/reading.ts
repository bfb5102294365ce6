/**
 * Reading: a small pool of connections, each used for one thing at a time, since two queries at once on one SQLite
 * connection stall the event loop. It stands alone in threads that never write.
 */
import { QueryTypes, Sequelize, type Model, type ModelStatic } from 'sequelize'
import sqlite3 from 'sqlite3'
import type { Table } from './table.ts'

export type Row = Record<string, string | number | Buffer | null>
export type Parameters = Record<string, unknown>

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
const BUSY_MS = 5000

export class ReadingPool implements Reading {
  private readonly free: Sequelize[]
  private readonly waiting: ((connection: Sequelize) => void)[] = []

  private constructor(private readonly connections: Sequelize[]) {
    this.free = [...connections]
  }

  static async open(file: string, size: number): Promise<ReadingPool> {
    const connections = Array.from({ length: size }, () => connect(file))
    for (const connection of connections) await pragmas(connection, 'query_only = ON', 'cache_size = -32000')
    return new ReadingPool(connections)
  }

  read<T = Row>(sql: string, parameters: Parameters = {}): Promise<T[]> {
    return this.with((connection) => select<T>(connection, sql, parameters))
  }

  query<T>(work: (use: Use) => Promise<T>): Promise<T> {
    return this.with((connection) => work((table) => table.on(connection)))
  }

  private async with<T>(work: (connection: Sequelize) => Promise<T>): Promise<T> {
    const connection = this.free.pop() ?? (await new Promise<Sequelize>((resolve) => this.waiting.push(resolve)))
    try {
      return await work(connection)
    } finally {
      const next = this.waiting.shift()
      if (next) next(connection)
      else this.free.push(connection)
    }
  }

  async close(): Promise<void> {
    await Promise.all(this.connections.map((connection) => connection.close()))
  }
}

export async function select<T>(connection: Sequelize, sql: string, bind: Parameters): Promise<T[]> {
  // What a SELECT gives is what the caller wrote into it; a test holds row types against the schema.
  return (await connection.query(sql, { type: QueryTypes.SELECT, bind, raw: true })) as T[]
}

export async function pragmas(connection: Sequelize, ...settings: string[]): Promise<void> {
  for (const setting of ['foreign_keys = ON', `busy_timeout = ${String(BUSY_MS)}`, ...settings]) await connection.query(`PRAGMA ${setting}`)
}

export function connect(file: string): Sequelize {
  return new Sequelize({
    dialect: 'sqlite',
    dialectModule: sqlite3,
    storage: file,
    logging: false,
    define: { timestamps: false, freezeTableName: true },
  })
}
