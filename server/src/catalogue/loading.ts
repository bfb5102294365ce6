/** Loads MARC files: streamed, in batches, with a report of what could not be read, what was odd, and why. */
import {
  authorityFromMarc,
  BadRecord,
  controlField,
  controlNumberOf,
  isAuthority,
  isDeleted,
  type Authority,
} from '@catalex/core/catalogue'
import type { Database, Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { applyStaged, dropUnchanged, type Applied } from './applying.ts'
import { storeAuthorities } from './authorities.ts'
import { recordsIn, type ReadRecord } from './marcFiles.ts'
import { prepare, type PreparedRecord } from './preparing.ts'
import { Report, type LoadReport } from './report.ts'
import { dropStaged, Store } from './storing.ts'

export type { LoadFault, LoadReport } from './report.ts'

/** Told how many octets of the files have been read, and of how many records. */
type Progress = (octets: number, said: string) => void

/** Into a new, empty catalogue, which nobody uses yet. */
export async function loadWholeCatalogue(
  database: Database,
  libraries: Libraries,
  files: readonly string[],
  progress: Progress,
): Promise<LoadReport> {
  const store = new Store('catalogue', true)
  await database.write((write) => store.open(write))
  const { report, authorities } = await readAll(libraries, files, progress, (batch) => database.write((write) => store.put(write, batch)))
  await database.write((write) => storeAuthorities(write, authorities, true))
  return report.done({ added: report.stored })
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
  const { report, authorities, deleted } = await readAll(libraries, files, progress, (batch) =>
    database.maintain((write) => store.put(write, batch)),
  )
  const unchanged = await database.maintain(dropUnchanged)
  const applied = await database.write(async (write) => {
    const done = await applyStaged(write, whole ? 'whole' : deleted, unchanged)
    await storeAuthorities(write, authorities, whole)
    await alongside(write, done)
    return done
  })
  await database.maintain(dropStaged)
  const withdrawn = new Set(applied.withdrawn)
  // A whole load has no need of what it deletes: what it lacks is gone.
  if (!whole) for (const one of deleted) if (!withdrawn.has(one)) report.warn('nothing-to-delete', one)
  return report.done({ unchanged, added: applied.added.length, replaced: applied.changed.length, withdrawn: applied.withdrawn.length })
}

const BATCH = 1000

type Put = (batch: readonly PreparedRecord[]) => ReturnType<Store['put']>

/** While one batch is being stored, the next is read. */
async function readAll(libraries: Libraries, files: readonly string[], progress: Progress, put: Put) {
  const report = new Report(files)
  const authorities: Authority[] = []
  const deleted: string[] = []
  let storing: Promise<void> = Promise.resolve()
  let octets = 0
  const begun = performance.now()
  const flush = async (file: string, batch: readonly PreparedRecord[]) => {
    await storing
    storing = put(batch).then(({ refused, good }) => {
      for (const one of good) report.take(file, one)
      for (const { record, fault } of refused) report.refuse(file, record.number, record.record.controlNumber, fault)
      progress(octets, `${String(report.read)} records, ${String(Math.round((1000 * report.read) / (performance.now() - begun)))} a second`)
    })
    // A failure is met where it is awaited.
    storing.catch(() => undefined)
  }
  const sort = (file: string, read: Extract<ReadRecord, { record: unknown }>): PreparedRecord[] => {
    if (isAuthority(read.record)) authorities.push(authorityFromMarc(read.record))
    else if (isDeleted(read.record)) deleted.push(controlNumberOf(read.record))
    else return [prepare(read.number, read.record, libraries, read.warnings)]
    report.warnAll(file, read.number, controlField(read.record, '001')?.trim() ?? null, read.warnings)
    return []
  }
  for (const file of files) {
    let batch: PreparedRecord[] = []
    for await (const read of recordsIn(file, (more) => (octets += more))) {
      report.read += 1
      if ('fault' in read) report.refuse(file, read.number, null, read.fault)
      else
        try {
          batch.push(...sort(file, read))
        } catch (error) {
          if (!(error instanceof BadRecord)) throw error
          report.refuse(file, read.number, controlField(read.record, '001')?.trim() ?? null, error.fault)
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
  report.deleted = deleted.length
  return { report, authorities, deleted }
}
