/**
 * Puts records with their copies into the tables: a record enters whole or not at all. Into a catalogue that is in use
 * they come by way of temporary tables, beside everybody's reading and writing, and are applied in one transaction.
 */
import type { RecordFault } from '@catalex/core/catalogue'
import type { Write } from '../database/index.ts'
import type { DeletedRecord, ReadBatch } from './batches.ts'
import { COPY_ROW, type PreparedRecord } from './preparing.ts'

/** What a batch says of records, in the order of its file. */
type Batch = Pick<ReadBatch, 'prepared' | 'deleted'>

export interface Stored {
  stored: PreparedRecord[]
  /** Deletions of records that came earlier in the same load. */
  repeated: DeletedRecord[]
  /** What an earlier batch had stored and a later version, or a deletion, has taken out again. */
  takenOut: { records: number; copies: number }
}

/** Where a batch is put: straight into the tables of a new catalogue, or into temporary ones of other names. */
const TABLES = {
  catalogue: { records: 'records', copies: 'copies', identifiers: 'identifiers' },
  staging: { records: 'stagedRecords', copies: 'stagedCopies', identifiers: 'stagedIdentifiers' },
} as const
type Target = keyof typeof TABLES

export class Store {
  private readonly storedNow = new Set<string>()
  private readonly deletedNow = new Set<string>()
  private readonly barcodes = new Map<string, string>()
  private nextId = 1

  constructor(
    private readonly target: Target,
    /** Whether what is loaded is the whole catalogue, so that nothing of what was there before counts. */
    private readonly whole: boolean,
  ) {}

  async open(write: Write): Promise<void> {
    const [row] = await write.read<{ last: number | null }>('SELECT max(id) AS last FROM records')
    this.nextId = (row?.last ?? 0) + 1
    if (this.target === 'catalogue') return
    await dropStaged(write)
    for (const [name, staged] of Object.entries(TABLES.staging))
      await write.run(`CREATE TEMP TABLE ${staged} AS SELECT * FROM ${name} WHERE false`)
    await write.run('CREATE UNIQUE INDEX temp.stagedNumbers ON stagedRecords(controlNumber)')
    await write.run('CREATE UNIQUE INDEX temp.stagedBarcodes ON stagedCopies(barcode)')
    await write.run('CREATE INDEX temp.stagedCopiesOfRecord ON stagedCopies(recordId)')
  }

  /** Of a record that comes more than once in a load, as a record or as a deletion, what comes last counts. */
  async put(write: Write, batch: Batch): Promise<Stored> {
    const latest = latestOfEach(batch)
    const numbers = await knownNumbers(write, batch.prepared)
    const taken = this.whole ? new Map<string, string>() : await takenBarcodes(write, batch.prepared)
    const takenOut = await this.takeOut(
      write,
      [...latest.keys()].filter((controlNumber) => this.storedNow.has(controlNumber)),
    )
    const stored: PreparedRecord[] = []
    const repeated: DeletedRecord[] = []
    for (const [controlNumber, { entry, again }] of latest) {
      const cameBefore = again || this.storedNow.has(controlNumber) || this.deletedNow.has(controlNumber)
      if (!('copies' in entry)) {
        this.storedNow.delete(controlNumber)
        this.deletedNow.add(controlNumber)
        if (cameBefore) repeated.push(entry)
        continue
      }
      const record = this.withoutTaken(entry, taken)
      stored.push(cameBefore ? { ...record, warnings: [...record.warnings, cameTwice(controlNumber)] } : record)
      this.deletedNow.delete(controlNumber)
      this.storedNow.add(controlNumber)
      for (const { barcode } of record.copies) this.barcodes.set(barcode, controlNumber)
    }
    await insertAll(
      write,
      this.target,
      stored.map((record) => ({ ...record, id: numbers.get(record.controlNumber) ?? this.nextId++ })),
    )
    return { stored, repeated, takenOut }
  }

  /** Records of which a deletion came last. */
  get deleted(): readonly string[] {
    return [...this.deletedNow]
  }

  private async takeOut(write: Write, controlNumbers: readonly string[]): Promise<Stored['takenOut']> {
    if (controlNumbers.length === 0) return { records: 0, copies: 0 }
    const { records, copies, identifiers } = TABLES[this.target]
    const numbers = JSON.stringify(controlNumbers)
    const among = `IN (SELECT id FROM ${records} WHERE controlNumber IN (SELECT value FROM json_each($numbers)))`
    const barcodes = await write.read<{ barcode: string }>(`SELECT barcode FROM ${copies} WHERE recordId ${among}`, { numbers })
    for (const { barcode } of barcodes) this.barcodes.delete(barcode)
    await write.run(`DELETE FROM ${copies} WHERE recordId ${among}`, { numbers })
    await write.run(`DELETE FROM ${identifiers} WHERE recordId ${among}`, { numbers })
    await write.run(`DELETE FROM ${records} WHERE id ${among}`, { numbers })
    return { records: controlNumbers.length, copies: barcodes.length }
  }

  /** A copy whose barcode belongs to another record is lost; the record is not. */
  private withoutTaken(record: PreparedRecord, taken: ReadonlyMap<string, string>): PreparedRecord {
    const { controlNumber } = record
    const ownerOf = (barcode: string) => this.barcodes.get(barcode) ?? taken.get(barcode) ?? controlNumber
    const lost = record.copies.filter(({ barcode }) => ownerOf(barcode) !== controlNumber)
    if (lost.length === 0) return record
    const told = lost.map(({ barcode }): RecordFault => ({ field: '852', code: 'barcode-taken', facts: { barcode, owner: ownerOf(barcode) } })) // prettier-ignore
    return { ...record, copies: record.copies.filter((copy) => !lost.includes(copy)), warnings: [...record.warnings, ...told] }
  }
}

/** The number stands on both versions of a record: the warning is on the one that counts. */
export const cameTwice = (controlNumber: string): RecordFault => ({ field: '001', code: 'record-twice', facts: { controlNumber } })

interface Latest {
  entry: PreparedRecord | DeletedRecord
  /** Whether another entry of the same record came before it in the batch. */
  again: boolean
}

function latestOfEach({ prepared, deleted }: Batch): Map<string, Latest> {
  const latest = new Map<string, Latest>()
  for (const entry of [...prepared, ...deleted].sort((a, b) => a.number - b.number))
    latest.set(entry.controlNumber, { entry, again: latest.has(entry.controlNumber) })
  return latest
}

export async function dropStaged(write: Write): Promise<void> {
  for (const staged of Object.values(TABLES.staging)) await write.run(`DROP TABLE IF EXISTS ${staged}`)
}

async function knownNumbers(write: Write, batch: readonly PreparedRecord[]): Promise<Map<string, number>> {
  const rows = await write.read<{ id: number; controlNumber: string }>(
    'SELECT id, controlNumber FROM records WHERE controlNumber IN (SELECT value FROM json_each($numbers))',
    { numbers: JSON.stringify(batch.map(({ controlNumber }) => controlNumber)) },
  )
  return new Map(rows.map((row) => [row.controlNumber, row.id]))
}

async function takenBarcodes(write: Write, batch: readonly PreparedRecord[]): Promise<Map<string, string>> {
  const rows = await write.read<{ barcode: string; controlNumber: string }>(
    `SELECT barcode, controlNumber FROM copies AS c JOIN records AS r ON r.id = c.recordId
     WHERE c.status <> 'withdrawn' AND barcode IN (SELECT value FROM json_each($barcodes))`,
    { barcodes: JSON.stringify(batch.flatMap(({ copies }) => copies.map(({ barcode }) => barcode))) },
  )
  return new Map(rows.map((row) => [row.barcode, row.controlNumber]))
}

const values = (count: number): string => Array.from({ length: count }, (_, i) => `value ->> ${String(i)}`).join(', ')
const RECORD_ROW = ['id', 'controlNumber', 'carrier', 'title', 'record', 'marc', 'hash'] as const

async function insertAll(write: Write, target: Target, records: readonly (PreparedRecord & { id: number })[]): Promise<void> {
  const rows = {
    records: records.map(({ id, controlNumber, carrier, title, record, marc, hash }) => [id, controlNumber, carrier, title, record, marc, hash]), // prettier-ignore
    copies: records.flatMap(({ id, copies }) => copies.map(({ row }) => [id, ...row])),
    identifiers: records.flatMap(({ id, identifiers: all }) => all.map(([value, kind]) => [value, kind, id])),
  }
  await write.run(
    `INSERT INTO ${TABLES[target].records} (${RECORD_ROW.join(', ')}, withdrawn) SELECT ${values(RECORD_ROW.length)}, 0 FROM json_each($rows)`,
    { rows: JSON.stringify(rows.records) },
  )
  await write.run(
    `INSERT INTO ${TABLES[target].copies} (recordId, ${COPY_ROW.join(', ')}) SELECT ${values(COPY_ROW.length + 1)} FROM json_each($rows)`,
    { rows: JSON.stringify(rows.copies) },
  )
  await write.run(`INSERT OR IGNORE INTO ${TABLES[target].identifiers} (value, kind, recordId) SELECT ${values(3)} FROM json_each($rows)`, {
    rows: JSON.stringify(rows.identifiers),
  })
}
