/** `catalex load`: into an existing database, or a whole world into a new one that appears only when it is complete. */
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import {
  holdRowSchema,
  libraryFileSchema,
  loanRowSchema,
  policiesFileSchema,
  readerRowSchema,
  type HoldRow,
  type LibraryFile,
  type LoanRow,
  type PoliciesFile,
  type ReaderRow,
} from '@catalex/contract/files'
import { checked, Invalid, type JSONSchema } from '@catalex/contract/schema'
import { SingleBar } from 'cli-progress'
import { parse } from 'csv-parse/sync'
import { Libraries } from '../branches/index.ts'
import { loadMarc, type LoadReport } from '../catalogue/index.ts'
import { loadHolds, loadLoans, type RowFault } from '../circulation/index.ts'
import { Database, fillUnwatched, migrate } from '../database/index.ts'
import { storeReaders } from '../readers/index.ts'
import { snapshotFile } from '../search/index.ts'
import { makeSnapshot } from './indexing.ts'

interface Options {
  world?: string
  data: string
  report?: string
}

export async function load(files: string[], options: Options): Promise<void> {
  mkdirSync(dirname(options.data), { recursive: true })
  if (options.world !== undefined) await loadWorld(options.world, options)
  else if (!existsSync(options.data)) throw new Error(`There is no database ${options.data}: load a whole world with --world first.`)
  else
    await intoDatabase(await Database.open(options.data), async (database) => {
      say(await withBar((tick) => loadFiles(database, files, tick)), options)
    })
}

async function loadFiles(database: Database, files: readonly string[], tick: (read: number) => void): Promise<LoadReport> {
  const missing = files.find((file) => !existsSync(file))
  if (missing !== undefined) throw new Error(`There is no file ${missing}.`)
  return loadMarc(database, await Libraries.load(database), files, tick)
}

/** Builds beside the database and takes its place at the end, so that nothing half-made is ever served. */
async function loadWorld(folder: string, options: Options): Promise<void> {
  const building = `${options.data}.new`
  removeDatabase(building)
  try {
    await intoDatabase(await Database.create(building), (database) => fillUnwatched(database, () => fill(database, folder, options)))
    await intoDatabase(await Database.open(building), async (database) => makeSnapshot(database, await Libraries.load(database), building))
    removeDatabase(options.data)
    renameSync(snapshotFile(building), snapshotFile(options.data))
    renameSync(building, options.data)
  } finally {
    removeDatabase(building)
  }
}

function removeDatabase(file: string): void {
  for (const end of ['', '-wal', '-shm', '-journal']) rmSync(file + end, { force: true })
  rmSync(snapshotFile(file), { force: true })
}

async function intoDatabase(database: Database, work: (database: Database) => Promise<void>): Promise<void> {
  try {
    await migrate(database)
    await work(database)
    await database.write((write) => write.run('ANALYZE'))
  } finally {
    await database.close()
  }
}

async function fill(database: Database, folder: string, options: Options): Promise<void> {
  const library = json<LibraryFile>(libraryFileSchema, join(folder, 'library.json'))
  const policies = json<PoliciesFile>(policiesFileSchema, join(folder, 'policies.json'))
  await new Libraries(library, policies).save(database)
  await storeReaders(database, csv<ReaderRow>(readerRowSchema, join(folder, 'readers.csv')))
  const marc = readdirSync(folder)
    .filter((name) => /\.(mrc|xml)$/.test(name))
    .sort()
    .map((name) => join(folder, name))
  say(await withBar((tick) => loadFiles(database, marc, tick)), options)
  sayRows('loans.csv', await loadLoans(database, csv<LoanRow>(loanRowSchema, join(folder, 'loans.csv'))))
  sayRows('holds.csv', await loadHolds(database, await Libraries.load(database), csv<HoldRow>(holdRowSchema, join(folder, 'holds.csv'))))
}

function json<T>(schema: JSONSchema, file: string): T {
  try {
    return checked<T>(schema, JSON.parse(readFileSync(file, 'utf8')))
  } catch (error) {
    throw new Error(`${file} can't be read: ${error instanceof Error ? error.message : String(error)}`, { cause: error })
  }
}

function csv<T>(schema: JSONSchema, file: string): T[] {
  if (!existsSync(file)) return []
  const rows = parse(readFileSync(file), { columns: true, bom: true, skip_empty_lines: true }) as unknown[]
  return rows.map((row, at) => {
    try {
      return checked<T>(schema, row)
    } catch (error) {
      if (error instanceof Invalid) throw new Error(`${file}, row ${String(at + 1)}: ${error.message}`, { cause: error })
      throw error
    }
  })
}

async function withBar<T>(work: (tick: (read: number) => void) => Promise<T>): Promise<T> {
  if (!process.stdout.isTTY) return work(() => undefined)
  const bar = new SingleBar({ format: 'Loading records: {value} read' })
  bar.start(0, 0)
  try {
    return await work((read) => {
      bar.update(read)
    })
  } finally {
    bar.stop()
  }
}

const SHOWN_FAULTS = 20

function say(report: LoadReport, options: Options): void {
  console.log(
    `Loaded: ${String(report.added)} new and ${String(report.replaced)} replaced of ${String(report.read)} records, with ${String(report.items)} copies.`,
  )
  if (report.headings > 0) console.log(`${String(report.headings)} headings with other names.`)
  if (report.unreadCallNumbers > 0)
    console.log(`${String(report.unreadCallNumbers)} call numbers can't be read by their scheme; they are kept as they are and sort last.`)
  for (const fault of report.faults.slice(0, SHOWN_FAULTS)) {
    const which = [
      `record ${String(fault.record)}`,
      fault.controlNumber ? `(${fault.controlNumber})` : '',
      fault.field ? `field ${fault.field}` : '',
    ]
      .filter(Boolean)
      .join(' ')
    console.log(`Not loaded: ${which}: ${fault.reason}`)
  }
  if (report.faults.length > SHOWN_FAULTS)
    console.log(`... and ${String(report.faults.length - SHOWN_FAULTS)} more; --report FILE writes them all.`)
  if (options.report !== undefined) writeFileSync(options.report, JSON.stringify(report, null, 2))
}

function sayRows(file: string, faults: readonly RowFault[]): void {
  for (const { row, reason } of faults.slice(0, SHOWN_FAULTS)) console.log(`Not loaded: ${file}, row ${String(row)}: ${reason}`)
}
