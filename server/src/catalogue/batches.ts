/** MARC files as batches of what is stored of their records, with what was refused and what was odd. */
import {
  authorityFromMarc,
  BadRecord,
  controlField,
  controlNumberOf,
  isAuthority,
  isDeleted,
  type Authority,
  type RecordFault,
} from '@catalex/core/catalogue'
import type { Libraries } from '../libraries/index.ts'
import { recordsIn, type ReadRecord } from './marcFiles.ts'
import { prepare, type PreparedRecord } from './preparing.ts'

/** A record that says of itself that it is deleted. */
export interface DeletedRecord {
  /** Place in the file, from 1. */
  number: number
  controlNumber: string
}

export interface ReadBatch {
  file: string
  /** Octets of all files that have been read so far. */
  octets: number
  /** Records, good or bad. */
  read: number
  prepared: PreparedRecord[]
  refused: { number: number; controlNumber: string | null; fault: RecordFault }[]
  /** What was odd about records that are no titles. */
  odd: { number: number; controlNumber: string | null; warnings: RecordFault[] }[]
  authorities: Authority[]
  deleted: DeletedRecord[]
}

const BATCH = 1000

export async function* readBatches(files: readonly string[], libraries: Libraries): AsyncGenerator<ReadBatch> {
  let octets = 0
  for (const file of files) {
    let batch = empty(file)
    for await (const read of recordsIn(file, (more) => (octets += more))) {
      sort(batch, read, libraries)
      if (batch.read < BATCH) continue
      yield { ...batch, octets }
      batch = empty(file)
    }
    yield { ...batch, octets }
  }
}

const empty = (file: string): ReadBatch => ({ file, octets: 0, read: 0, prepared: [], refused: [], odd: [], authorities: [], deleted: [] })

function sort(batch: ReadBatch, read: ReadRecord, libraries: Libraries): void {
  batch.read += 1
  const { number } = read
  if ('fault' in read) {
    batch.refused.push({ number, controlNumber: null, fault: read.fault })
    return
  }
  const { record, warnings } = read
  const controlNumber = controlField(record, '001')?.trim() ?? null
  try {
    if (isAuthority(record)) batch.authorities.push(authorityFromMarc(record))
    else if (isDeleted(record)) batch.deleted.push({ number, controlNumber: controlNumberOf(record) })
    else {
      batch.prepared.push(prepare(number, record, libraries, warnings))
      return
    }
    if (warnings.length > 0) batch.odd.push({ number, controlNumber, warnings })
  } catch (error) {
    if (!(error instanceof BadRecord)) throw error
    batch.refused.push({ number, controlNumber, fault: error.fault })
  }
}
