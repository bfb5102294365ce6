/** Loads MARC files: streamed, in batches, with a report of every record that could not be read and why. */
import { authorityFromMarc, BadRecord, controlField, isAuthority, type Authority, type RecordFault } from '@catalex/core/catalogue'
import type { Database, Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { applyStaged, dropUnchanged, type Applied } from './applying.ts'
import { storeAuthorities } from './authorities.ts'
import { recordsIn } from './marcFiles.ts'
import { prepare, type PreparedRecord } from './preparing.ts'
import { dropStaged, Store } from './storing.ts'

export interface LoadReport {
  read: number
  added: number
  replaced: number
  unchanged: number
  withdrawn: number
  copies: number
  /** Authority records: headings with their other names. */
  headings: number
  /** Call numbers that are kept as they are since their scheme can't read them; they sort last. */
  unreadCallNumbers: number
  faults: LoadFault[]
}

export interface LoadFault extends RecordFault {
  file: string
  /** Place in the file, from 1. */
  record: number
  controlNumber: string | null
}

type Progress = (read: number) => void

/** Into a new, empty catalogue, which nobody uses yet. */
export async function loadWholeCatalogue(
  database: Database,
  libraries: Libraries,
  files: readonly string[],
  progress: Progress,
): Promise<LoadReport> {
  // prettier-ignore
  const store = new Store('catalogue', true)
  await database.write((write) => store.open(write))
  const { report, authorities } = await readAll(libraries, files, progress, (batch) => database.write((write) => store.put(write, batch)))
  await database.write((write) => storeAuthorities(write, authorities, true))
  report.added = report.read - report.faults.length - authorities.length
  return report
}

export interface Update {
  /** Whether the files are the whole catalogue: what they lack is withdrawn then. */
  whole: boolean
  /** Done in the transaction in which the catalogue changes, with what has changed. */
  alongside(write: Write, applied: Applied): Promise<void>
  progress: Progress
}

/** Into a catalogue in use: read beside it, applied in one transaction. */
export async function loadMarc(
  database: Database,
  libraries: Libraries,
  files: readonly string[],
  { whole, alongside, progress }: Update,
): Promise<LoadReport> {
  const store = new Store('staging', whole)
  await database.maintain((write) => store.open(write))
  const { report, authorities } = await readAll(libraries, files, progress, (batch) =>
    database.maintain((write) => store.put(write, batch)),
  )
  const unchanged = await database.maintain(dropUnchanged)
  const applied = await database.write(async (write) => {
    const done = await applyStaged(write, whole, unchanged)
    await storeAuthorities(write, authorities, whole)
    await alongside(write, done)
    return done
  })
  await database.maintain(dropStaged)
  return { ...report, unchanged, added: applied.added.length, replaced: applied.changed.length, withdrawn: applied.withdrawn.length }
}

const BATCH = 1000

type Put = (batch: readonly PreparedRecord[]) => ReturnType<Store['put']>

/** While one batch is being stored, the next is read. */
async function readAll(libraries: Libraries, files: readonly string[], progress: Progress, put: Put) {
  const report: LoadReport = { read: 0, added: 0, replaced: 0, unchanged: 0, withdrawn: 0, copies: 0, headings: 0, unreadCallNumbers: 0, faults: [] } // prettier-ignore
  const authorities: Authority[] = []
  let storing: Promise<void> = Promise.resolve()
  const flush = async (file: string, batch: readonly PreparedRecord[]) => {
    await storing
    storing = put(batch).then(({ refused, good }) => {
      report.copies += good.reduce((sum, { copies }) => sum + copies.length, 0)
      report.unreadCallNumbers += good.reduce((sum, { unreadCallNumbers }) => sum + unreadCallNumbers, 0)
      for (const { record, fault } of refused) report.faults.push({ file, record: record.number, controlNumber: record.record.controlNumber, ...fault }) // prettier-ignore
      progress(report.read)
    })
    // A failure is met where it is awaited.
    storing.catch(() => undefined)
  }
  for (const file of files) {
    let batch: PreparedRecord[] = []
    for await (const read of recordsIn(file)) {
      report.read += 1
      if ('fault' in read) report.faults.push({ file, record: read.number, controlNumber: null, ...read.fault })
      else
        try {
          if (isAuthority(read.record)) authorities.push(authorityFromMarc(read.record))
          else batch.push(prepare(read.number, read.record, libraries))
        } catch (error) {
          if (!(error instanceof BadRecord)) throw error
          const controlNumber = controlField(read.record, '001')?.trim() ?? null
          report.faults.push({ file, record: read.number, controlNumber, ...error.fault })
        }
      if (batch.length === BATCH) {
        await flush(file, batch)
        batch = []
      }
    }
    await flush(file, batch)
    await storing
  }
  report.headings = authorities.length
  report.faults.sort((a, b) => files.indexOf(a.file) - files.indexOf(b.file) || a.record - b.record)
  return { report, authorities }
}
