/** `catalex load`: a new catalogue that appears only when it is complete, or an update of the one that is there, in use or not. */
import { existsSync, mkdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { dirname } from 'node:path'
import {
  canReadInThread,
  loadMarc,
  loadWholeCatalogue,
  markForm,
  noteAdditions,
  readInThread,
  restateRecords,
  type Applied,
} from '../../catalogue/index.ts'
import { followCatalogue, loadHolds, loadLoans, loadStatuses, momentOf, type LostHold, type Moment } from '../../circulation/index.ts'
import { claim, Database, migrate, withoutTriggers, type Write } from '../../database/index.ts'
import { loadLists } from '../../lists/index.ts'
import { Libraries, storeDocuments } from '../../libraries/index.ts'
import { readersByCard, storeReaders, withPinHashes, type ReaderToStore } from '../../readers/index.ts'
import { snapshotFile } from '../../search/index.ts'
import { machineClock, virtualClock, type Clock } from '../../standins/index.ts'
import { makeSnapshot } from './indexing.ts'
import { isLentElsewhere } from '../lendingSettings.ts'
import { withBar } from '../progress.ts'
import { exitCodeOf, NOTHING_WRONG, sayForm, sayLost, sayMissing, sayReport, sayRows, type Outcome } from '../reporting.ts'
import { readStatusList, readWorldFiles, type WorldFiles } from '../../world/index.ts'

interface Options {
  world?: string
  data: string
  report?: string
  /** Ends with 2 where anything was refused or odd. */
  strict?: boolean
  /** For the time of events, as a local time or a clock; the machine's clock where there is none. */
  clock?: Clock | string
}

/** Nobody waits for a load, so it waits for its turn among readers who are all at work, which the database gives by chance. */
const PATIENCE_MS = 120_000

export class LoadUnderWay extends Error {
  constructor(data: string) {
    super(`Another process is loading into ${data}: wait until it has ended.`)
    this.name = 'LoadUnderWay'
  }
}

/** @returns exit code: 0 where all was read; 1 where nothing was, or a file could not be; with `strict` 2 where something was refused or odd */
export async function load(files: string[], options: Options): Promise<number> {
  const missing = files.find((file) => !existsSync(file))
  if (missing !== undefined) throw new Error(`There is no file ${missing}.`)
  const world = options.world === undefined ? null : readWorldFiles(options.world)
  if (world === null && !existsSync(options.data)) throw new Error(`There is no database ${options.data}: load a whole world with --world first.`) // prettier-ignore
  if (world) sayForm(world.library, world.policies)
  mkdirSync(dirname(options.data), { recursive: true })
  const release = await claim(`${options.data}.load-lock`)
  if (release === null) throw new LoadUnderWay(options.data)
  try {
    if (world && !existsSync(options.data)) return exitCodeOf(await create(world, options), options)
    const database = await Database.open(options.data, undefined, PATIENCE_MS)
    const outcome = await inDatabase(database, () => (world ? updateWorld(database, world, options) : updateFrom(database, files, options)))
    return exitCodeOf(outcome, options)
  } finally {
    await release()
    rmSync(`${options.data}.load-lock`, { force: true })
  }
}

async function inDatabase<T>(database: Database, work: (database: Database) => Promise<T>): Promise<T> {
  try {
    await migrate(database)
    await restateRecords(database, () => Libraries.load(database))
    const done = await work(database)
    await database.write((write) => write.run('ANALYZE'))
    return done
  } finally {
    await database.close()
  }
}

/** Fills a file beside, which takes its place when it is complete, so that nothing half-made is ever served. */
async function create(world: WorldFiles, options: Options): Promise<Outcome> {
  const building = `${options.data}.new`
  removeDatabase(building)
  try {
    const outcome = await inDatabase(await Database.create(building), async (database) => {
      let filled = NOTHING_WRONG
      await withoutTriggers(database, async () => {
        filled = await fill(database, world, options)
      })
      return filled
    })
    await inDatabase(await Database.open(building), async (database) => makeSnapshot(database, await Libraries.load(database), building))
    renameSync(snapshotFile(building), snapshotFile(options.data))
    renameSync(building, options.data)
    return outcome
  } finally {
    removeDatabase(building)
  }
}

function removeDatabase(file: string): void {
  for (const end of ['', '-wal', '-shm', '-journal']) rmSync(file + end, { force: true })
  rmSync(snapshotFile(file), { force: true })
}

async function fill(database: Database, world: WorldFiles, options: Options): Promise<Outcome> {
  const libraries = new Libraries(world)
  await database.write((write) => libraries.save(write))
  const report = await withBar(READING, bytesOf(world.marc), (tick) =>
    loadWholeCatalogue(database, libraries, world.marc, tick, readerOf(world.marc).read),
  )
  const outcome = sayReport(report, options)
  const readers = await withPinHashes(world.readers)
  await database.write(async (write) => {
    await loadReadersFiles(write, libraries, world, readers, timeOf(libraries, options))
    await markForm(write)
  })
  return outcome
}

const bytesOf = (files: readonly string[]): number => files.reduce((sum, file) => sum + statSync(file).size, 0)

/** Small files are read sooner than a thread is started. */
const SMALL = 8_000_000
const readerOf = (files: readonly string[]) => (canReadInThread && bytesOf(files) > SMALL ? { read: readInThread } : {})

const READING = 'Loading records: {percentage}% · {said} · {eta_formatted} left'

/**
 * Brings the catalogue up to date under whoever uses it: records and copies are added, replaced and withdrawn in one
 * transaction; what readers did stays, and what lost its record or copy is told.
 */
async function updateWorld(database: Database, world: WorldFiles, options: Options): Promise<Outcome> {
  const before = await Libraries.load(database)
  const libraries = new Libraries(world)
  const readers = await withPinHashes(world.readers)
  const lost: LostHold[] = []
  const report = await withBar(READING, bytesOf(world.marc), (progress) =>
    loadMarc(database, libraries, world.marc, {
      whole: true,
      progress,
      ...readerOf(world.marc),
      alongside: async (write, applied) => {
        await libraries.save(write)
        const moved = await loadReadersFiles(write, libraries, world, readers, timeOf(libraries, options))
        lost.push(...(await follow(write, libraries, { ...applied, changed: [...applied.changed, ...moved] }, timeOf(libraries, options))))
      },
    }),
  )
  const outcome = sayReport(report, options)
  sayLost(lost)
  const placesChanged = before.placeTree().codes.join() !== libraries.placeTree().codes.join()
  const changed = report.added + report.replaced + report.withdrawn
  if (placesChanged || before.language !== libraries.language || changed > MOST_IN_DELTA)
    await makeSnapshot(database, libraries, options.data)
  return outcome
}

/** More changed records than this are better searched from an index built anew. */
const MOST_IN_DELTA = 20_000

/** What a change of the catalogue means for readers: what is new to them, and what of theirs is lost. */
async function follow(write: Write, libraries: Libraries, { added, come, changed, withdrawn }: Applied, at: Moment): Promise<LostHold[]> {
  await noteAdditions(write, come, at)
  return followCatalogue(write, libraries, [...added, ...changed, ...withdrawn], at)
}

/** Records, and lists of copies whose status has changed (*.csv), in the order of their kinds: records first. */
async function updateFrom(database: Database, files: readonly string[], options: Options): Promise<Outcome> {
  const lists = files.filter((file) => file.toLowerCase().endsWith('.csv'))
  const marc = files.filter((file) => !lists.includes(file))
  const rows = lists.map((file) => ({ file, rows: readStatusList(file) }))
  const outcomes = marc.length === 0 ? [] : [await updateRecords(database, marc, options)]
  for (const list of rows) outcomes.push(await updateStatuses(database, list, options))
  return outcomes.find(({ nothingRead }) => nothingRead) ?? outcomes.find(({ odd }) => odd) ?? NOTHING_WRONG
}

async function updateRecords(database: Database, files: readonly string[], options: Options): Promise<Outcome> {
  const libraries = await Libraries.load(database)
  const lost: LostHold[] = []
  const report = await withBar(READING, bytesOf(files), (progress) =>
    loadMarc(database, libraries, files, {
      whole: false,
      progress,
      ...readerOf(files),
      alongside: async (write, applied) => {
        lost.push(...(await follow(write, libraries, applied, timeOf(libraries, options))))
      },
    }),
  )
  const outcome = sayReport(report, options)
  sayLost(lost)
  return outcome
}

async function updateStatuses(
  database: Database,
  { file, rows }: { file: string; rows: Parameters<typeof loadStatuses>[2] },
  options: Options,
): Promise<Outcome> {
  const libraries = await Libraries.load(database)
  const { taken, faults, lost } = await database.write(async (write) => {
    const { records, ...loaded } = await loadStatuses(write, libraries, rows)
    return { ...loaded, lost: await followCatalogue(write, libraries, records, timeOf(libraries, options)) }
  })
  console.log(`Taken: ${String(taken)} of ${String(rows.length)} rows of copies.`)
  sayRows(file, faults)
  sayLost(lost)
  return { nothingRead: rows.length > 0 && taken === 0, odd: faults.length > 0 }
}

function timeOf(libraries: Libraries, { clock }: Options): Moment {
  const zone = libraries.library.timeZone
  return momentOf((typeof clock === 'string' ? virtualClock(zone, clock) : (clock ?? machineClock(zone))).now())
}

/** Readers, and what the library's own files say of their loans and holds. @returns control numbers of the records whose copies were lent or came back */
async function loadReadersFiles(
  write: Write,
  libraries: Libraries,
  world: WorldFiles,
  readers: readonly ReaderToStore[],
  { now }: Moment,
): Promise<string[]> {
  await storeReaders(write, readers)
  const known = await readersByCard(write)
  const { records, faults } = await loadLoans(write, known, world.loans)
  sayRows('loans.csv', faults)
  sayRows('holds.csv', await loadHolds(write, libraries, known, world.holds, isLentElsewhere(process.env) ? 'taken' : null))
  await loadLists(write, { readers: known, cards: libraries.cards }, world.documents.lists ?? [], now)
  sayMissing(await storeDocuments(write, world.documents))
  return records
}
