/** Loads MARC files: streamed, in batches, with a report of what could not be read, what was odd, and why. */
import type { Authority } from '@catalex/core/catalogue'
import type { Database, Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { applyStaged, dropUnchanged, type Applied } from './applying.ts'
import { storeAuthorities } from './authorities.ts'
import { readBatches, type ReadBatch } from './batches.ts'
import { Report, type LoadReport } from './report.ts'
import { cameTwice, dropStaged, Store, type Stored } from './storing.ts'

export type { LoadFault, LoadReport } from './report.ts'

/** Told how many octets of the files have been read, and of how many records. */
type Progress = (octets: number, said: string) => void

/** Into a new, empty catalogue, which nobody uses yet. */
export async function loadWholeCatalogue(
  database: Database,
  libraries: Libraries,
  files: readonly string[],
  progress: Progress,
  read: Read = readBatches,
): Promise<LoadReport> {
  const store = new Store('catalogue', true)
  await database.write((write) => store.open(write))
  const put: Put = (batch) => database.write((write) => store.put(write, batch))
  const { report, authorities } = await readAll(read(files, libraries), files, progress, put)
  await database.write((write) => storeAuthorities(write, authorities, true))
  return report.done({ added: report.stored })
}

export interface Update {
  /** Whether the files are the whole catalogue: what they lack is withdrawn then. */
  whole: boolean
  /** Done in the transaction in which the catalogue changes, with what has changed. */
  alongside(write: Write, applied: Applied): Promise<void>
  progress: Progress
  /** How the files are read: here, or in a thread of their own. */
  read?: Read
}

export type Read = (files: readonly string[], libraries: Libraries) => AsyncIterable<ReadBatch>

/** Into a catalogue in use: read beside it, applied in one transaction. */
export async function loadMarc(
  database: Database,
  libraries: Libraries,
  files: readonly string[],
  { whole, alongside, progress, read = readBatches }: Update,
): Promise<LoadReport> {
  const store = new Store('staging', whole)
  await database.maintain((write) => store.open(write))
  const put: Put = (batch) => database.maintain((write) => store.put(write, batch))
  const { report, authorities, repeated } = await readAll(read(files, libraries), files, progress, put)
  const unchanged = await database.maintain(dropUnchanged)
  const applied = await database.write(async (write) => {
    const done = await applyStaged(write, whole ? 'whole' : store.deleted, unchanged)
    await storeAuthorities(write, authorities, whole)
    await alongside(write, done)
    return done
  })
  await database.maintain(dropStaged)
  const withdrawn = new Set(applied.withdrawn)
  // A whole load has no need of what it deletes: what it lacks is gone.
  if (!whole)
    for (const number of store.deleted) if (!withdrawn.has(number) && !repeated.has(number)) report.warn('nothing-to-delete', number)
  return report.done({ unchanged, added: applied.added.length, replaced: applied.changed.length, withdrawn: applied.withdrawn.length })
}

type Put = (batch: ReadBatch) => Promise<Stored>

/** While one batch is being stored, the next is read. */
async function readAll(batches: AsyncIterable<ReadBatch>, files: readonly string[], progress: Progress, put: Put) {
  const report = new Report(files)
  const authorities: Authority[] = []
  /** Deletions of records that came earlier in the same load. */
  const repeated = new Set<string>()
  let storing: Promise<void> = Promise.resolve()
  const begun = performance.now()
  for await (const batch of batches) {
    const { file, octets } = batch
    report.read += batch.read
    for (const { number, controlNumber, fault } of batch.refused) report.refuse(file, number, controlNumber, fault)
    for (const { number, controlNumber, warnings } of batch.odd) report.warnAll(file, number, controlNumber, warnings)
    authorities.push(...batch.authorities)
    report.deleted += batch.deleted.length
    await storing
    storing = put(batch).then((done) => {
      report.takeOut(done.takenOut)
      for (const record of done.stored) report.take(file, record)
      for (const { number, controlNumber } of done.repeated) {
        repeated.add(controlNumber)
        report.warnAll(file, number, controlNumber, [cameTwice(controlNumber)])
      }
      const rate = Math.round((1000 * report.read) / (performance.now() - begun))
      progress(octets, `${String(report.read)} records, ${String(rate)} a second`)
    })
    // A failure is met where it is awaited.
    storing.catch(() => undefined)
  }
  await storing
  report.headings = authorities.length
  return { report, authorities, repeated }
}
