/**
 * Records that an earlier version stored in another form are read anew from their MARC, so that nobody has to load them
 * again. The form is the database's `user_version`.
 */
import { blankControlsIn } from '@catalex/core/catalogue'
import type { Database, Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import type { ReadBatch } from './batches.ts'
import { exportedRecords } from './exporting.ts'
import { loadMarc } from './loading.ts'
import { prepare } from './preparing.ts'

/** Of what is stored of a record and of its copies. */
const FORM = 6

export const markForm = (write: Write): Promise<void> => write.run(`PRAGMA user_version = ${String(FORM)}`)

/** @returns how many records were read anew */
export async function restateRecords(database: Database, loadLibraries: () => Promise<Libraries>): Promise<number> {
  const [version] = await database.read<{ user_version: number }>('PRAGMA user_version')
  if (version?.user_version === FORM) return 0
  const [any] = await database.read('SELECT 1 FROM records LIMIT 1')
  if (any === undefined) return 0
  const read = (_: readonly string[], libraries: Libraries) => storedBatches(database, libraries)
  const { replaced } = await loadMarc(database, await loadLibraries(), [], {
    whole: false,
    alongside: markForm,
    progress: () => undefined,
    read,
  })
  return replaced
}

const BATCH = 1000

async function* storedBatches(database: Database, libraries: Libraries): AsyncGenerator<ReadBatch> {
  const empty = (): ReadBatch => ({ file: '', octets: 0, read: 0, prepared: [], refused: [], odd: [], authorities: [], deleted: [] })
  let batch = empty()
  for await (const marc of exportedRecords(database, null)) {
    batch.read += 1
    batch.prepared.push(prepare(batch.read, blankControlsIn(marc), libraries))
    if (batch.read < BATCH) continue
    yield batch
    batch = empty()
  }
  yield batch
}
