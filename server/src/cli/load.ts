/** `catalex load`: a new catalogue that appears only when it is complete, or an update of the one that is there, in use or not. */
import { existsSync, mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'
import { loadMarc, loadWholeCatalogue, type LoadReport } from '../catalogue/index.ts'
import { followCatalogue, loadHolds, loadLoans, momentOf, type LostHold, type RowFault } from '../circulation/index.ts'
import { claim, Database, migrate, withoutTriggers, type Write } from '../database/index.ts'
import { Libraries } from '../libraries/index.ts'
import { readersByCard, storeReaders, withPinHashes, type ReaderToStore } from '../readers/index.ts'
import { snapshotFile } from '../search/index.ts'
import { machineClock, type Clock } from '../standins/index.ts'
import { makeSnapshot } from './indexing.ts'
import { withBar } from './progress.ts'
import { faultInWords, rowFaultInWords } from './sentences.ts'
import { readWorldFiles, type WorldFiles } from './worldFiles.ts'

interface Options {
  world?: string
  data: string
  report?: string
  /** For the time of events; the machine's clock where there is none. */
  clock?: Clock
}

export async function load(files: string[], options: Options): Promise<void> {
  const missing = files.find((file) => !existsSync(file))
  if (missing !== undefined) throw new Error(`There is no file ${missing}.`)
  const world = options.world === undefined ? null : readWorldFiles(options.world)
  if (world === null && !existsSync(options.data)) throw new Error(`There is no database ${options.data}: load a whole world with --world first.`) // prettier-ignore
  mkdirSync(dirname(options.data), { recursive: true })
  const release = await claim(`${options.data}.load-lock`)
  if (release === null) throw new Error(`Another process is loading into ${options.data}: wait until it has ended.`)
  try {
    if (world && !existsSync(options.data)) await create(world, options)
    else await inDatabase(await Database.open(options.data), (database) => (world ? updateWorld(database, world, options) : updateRecords(database, files, options))) // prettier-ignore
  } finally {
    await release()
    rmSync(`${options.data}.load-lock`, { force: true })
  }
}

async function inDatabase(database: Database, work: (database: Database) => Promise<void>): Promise<void> {
  try {
    await migrate(database)
    await work(database)
    await database.write((write) => write.run('ANALYZE'))
  } finally {
    await database.close()
  }
}

/** Fills a file beside, which takes its place when it is complete, so that nothing half-made is ever served. */
async function create(world: WorldFiles, options: Options): Promise<void> {
  const building = `${options.data}.new`
  removeDatabase(building)
  try {
    await inDatabase(await Database.create(building), (database) => withoutTriggers(database, () => fill(database, world, options)))
    await inDatabase(await Database.open(building), async (database) => makeSnapshot(database, await Libraries.load(database), building))
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

async function fill(database: Database, world: WorldFiles, options: Options): Promise<void> {
  const libraries = new Libraries(world)
  await database.write((write) => libraries.save(write))
  say(await withBar(READING, 0, (tick) => loadWholeCatalogue(database, libraries, world.marc, tick)), options)
  const readers = await withPinHashes(world.readers)
  await database.write((write) => loadReadersFiles(write, libraries, world, readers))
}

const READING = 'Loading records: {value} read'

/**
 * Brings the catalogue up to date under whoever uses it: records and copies are added, replaced and withdrawn in one
 * transaction; what readers did stays, and what lost its record or copy is told.
 */
async function updateWorld(database: Database, world: WorldFiles, options: Options): Promise<void> {
  const before = await Libraries.load(database)
  const libraries = new Libraries(world)
  const readers = await withPinHashes(world.readers)
  const lost: LostHold[] = []
  const report = await withBar(READING, 0, (progress) =>
    loadMarc(database, libraries, world.marc, {
      whole: true,
      progress,
      alongside: async (write, { added, changed, withdrawn }) => {
        await libraries.save(write)
        await loadReadersFiles(write, libraries, world, readers)
        lost.push(...(await followCatalogue(write, libraries, [...added, ...changed, ...withdrawn], timeOf(libraries, options))))
      },
    }),
  )
  say(report, options)
  sayLost(lost)
  const placesChanged = before.placeTree().codes.join() !== libraries.placeTree().codes.join()
  const changed = report.added + report.replaced + report.withdrawn
  if (placesChanged || changed > MOST_IN_DELTA) await makeSnapshot(database, libraries, options.data)
}

/** More changed records than this are better searched from an index built anew. */
const MOST_IN_DELTA = 20_000

async function updateRecords(database: Database, files: readonly string[], options: Options): Promise<void> {
  const libraries = await Libraries.load(database)
  const lost: LostHold[] = []
  const report = await withBar(READING, 0, (progress) =>
    loadMarc(database, libraries, files, {
      whole: false,
      progress,
      alongside: async (write, { added, changed }) => {
        lost.push(...(await followCatalogue(write, libraries, [...added, ...changed], timeOf(libraries, options))))
      },
    }),
  )
  say(report, options)
  sayLost(lost)
}

const timeOf = (libraries: Libraries, { clock = machineClock(libraries.library.timeZone) }: Options) => momentOf(clock.now())

/** Readers, and what the library's own files say of their loans and holds. */
async function loadReadersFiles(write: Write, libraries: Libraries, world: WorldFiles, readers: readonly ReaderToStore[]): Promise<void> {
  await storeReaders(write, readers)
  const known = await readersByCard(write)
  sayRows('loans.csv', await loadLoans(write, known, world.loans))
  sayRows('holds.csv', await loadHolds(write, libraries, known, world.holds))
}

const SHOWN_FAULTS = 20

function say(report: LoadReport, options: Options): void {
  const { added, replaced, unchanged, withdrawn, read, copies } = report
  const also = [...(unchanged > 0 ? [`${String(unchanged)} unchanged`] : []), ...(withdrawn > 0 ? [`${String(withdrawn)} withdrawn`] : [])]
  console.log(`Loaded: ${[`${String(added)} new`, `${String(replaced)} replaced`, ...also].join(', ')} of ${String(read)} records read, with ${String(copies)} copies.`) // prettier-ignore
  if (report.headings > 0) console.log(`${String(report.headings)} headings with other names.`)
  if (report.unreadCallNumbers > 0)
    console.log(`${String(report.unreadCallNumbers)} call numbers can't be read by their scheme; they are kept as they are and sort last.`)
  const faults = report.faults.map((fault) => ({ ...fault, reason: faultInWords(fault) }))
  for (const { record, controlNumber, field, reason } of faults.slice(0, SHOWN_FAULTS)) {
    const which = [`record ${String(record)}`, controlNumber ? `(${controlNumber})` : '', field ? `field ${field}` : '']
    console.log(`Not loaded: ${which.filter(Boolean).join(' ')}: ${reason}`)
  }
  if (faults.length > SHOWN_FAULTS) console.log(`... and ${String(faults.length - SHOWN_FAULTS)} more; --report FILE writes them all.`)
  if (options.report !== undefined) writeFileSync(options.report, JSON.stringify({ ...report, faults }, null, 2))
}

function sayRows(file: string, faults: readonly RowFault[]): void {
  for (const fault of faults.slice(0, SHOWN_FAULTS)) console.log(`Not loaded: ${file}, row ${String(fault.row)}: ${rowFaultInWords(fault)}`)
}

function sayLost(holds: readonly LostHold[]): void {
  for (const { title, outcome } of holds)
    console.log(
      outcome === 'unfillable' ? `A hold on "${title}" can't be filled any more.` : `A hold on "${title}" lost its copy and waits again.`,
    )
}
