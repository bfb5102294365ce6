/** Loads MARC files: streamed, in batches, with a report of every record that could not be read and why. */
import { authorityFromMarc, BadRecord, isAuthority, type Authority } from '@catalex/core/catalogue'
import { storeAuthorities } from './authorities.ts'
import type { Libraries } from '../branches/index.ts'
import type { Database } from '../database/index.ts'
import { recordsIn } from './marcFiles.ts'
import { prepare, Store, type PreparedRecord } from './storing.ts'

export interface LoadReport {
  read: number
  added: number
  replaced: number
  items: number
  /** Authority records: headings with their other names. */
  headings: number
  /** Call numbers that are kept as they are since their scheme can't read them; they sort last. */
  unreadCallNumbers: number
  faults: LoadFault[]
}

export interface LoadFault {
  file: string
  /** Place in the file, from 1. */
  record: number
  controlNumber: string | null
  field: string | null
  reason: string
}

const BATCH = 1000

export async function loadMarc(
  database: Database,
  libraries: Libraries,
  files: readonly string[],
  progress: (read: number) => void = () => undefined,
): Promise<LoadReport> {
  const store = await Store.open(database)
  const report: LoadReport = { read: 0, added: 0, replaced: 0, items: 0, headings: 0, unreadCallNumbers: 0, faults: [] }
  // While one batch is being stored, the next is read.
  let storing: Promise<void> = Promise.resolve()
  const flush = async (file: string, batch: readonly PreparedRecord[]) => {
    await storing
    storing = storeBatch(store, file, batch, report).then(() => {
      progress(report.read)
    })
    // A failure is met where it is awaited.
    storing.catch(() => undefined)
  }
  for (const file of files) {
    let batch: PreparedRecord[] = []
    const authorities: Authority[] = []
    for await (const read of recordsIn(file)) {
      report.read += 1
      if ('fault' in read) report.faults.push({ file, record: read.number, controlNumber: null, ...read.fault })
      else {
        try {
          if (isAuthority(read.record)) authorities.push(authorityFromMarc(read.record))
          else batch.push(prepare(read.number, read.record, libraries))
        } catch (error) {
          if (!(error instanceof BadRecord)) throw error
          const controlNumber = read.record.fields.find(([tag]) => tag === '001')?.[1]?.trim() ?? null
          report.faults.push({ file, record: read.number, controlNumber, ...error.fault })
        }
      }
      if (batch.length === BATCH) {
        await flush(file, batch)
        batch = []
      }
    }
    await flush(file, batch)
    await storing
    await database.write((write) => storeAuthorities(write, authorities))
    report.headings += authorities.length
  }
  report.faults.sort((a, b) => files.indexOf(a.file) - files.indexOf(b.file) || a.record - b.record)
  return report
}

async function storeBatch(store: Store, file: string, batch: readonly PreparedRecord[], report: LoadReport): Promise<void> {
  const done = await store.put(batch)
  report.added += done.added
  report.replaced += done.replaced
  report.items += done.items
  const refused = new Set(done.refused.map((refusal) => refusal.record))
  report.unreadCallNumbers += batch.filter((record) => !refused.has(record)).reduce((sum, record) => sum + record.unreadCallNumbers, 0)
  for (const { record, field, reason } of done.refused)
    report.faults.push({ file, record: record.number, controlNumber: record.title.controlNumber, field, reason })
}
