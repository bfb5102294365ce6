/** Puts records and their copies into the tables: a record enters whole or not at all. */
import { readCallNumber } from '@catalex/core/callnumber'
import { BadRecord, holdingsOf, titleFromMarc, type Holding, type MarcRecord, type TitleRecord } from '@catalex/core/catalogue'
import type { Libraries } from '../branches/index.ts'
import type { Database, Write } from '../database/index.ts'

export interface PreparedRecord {
  number: number
  marc: MarcRecord
  title: TitleRecord
  holdings: Holding[]
  /** Call numbers that their scheme could not read. */
  unreadCallNumbers: number
}

/** @throws BadRecord */
export function prepare(number: number, marc: MarcRecord, libraries: Libraries): PreparedRecord {
  const title = titleFromMarc(marc)
  const holdings = holdingsOf(marc)
  const barcodes = new Set<string>()
  for (const holding of holdings) {
    if (libraries.branch(holding.branch)?.system !== holding.system) {
      throw new BadRecord({ field: '852', reason: `The library has no branch "${holding.branch}" in a system "${holding.system}".` })
    }
    if (!libraries.collection(holding.branch, holding.collection)) {
      throw new BadRecord({ field: '852', reason: `The branch "${holding.branch}" has no collection "${holding.collection}".` })
    }
    if (barcodes.has(holding.barcode))
      throw new BadRecord({ field: '852', reason: `The barcode ${holding.barcode} stands twice in the record.` })
    barcodes.add(holding.barcode)
  }
  const unread = holdings.filter((holding) => holding.classPart !== '' && !readCallNumber(holding).understood)
  return { number, marc, title, holdings, unreadCallNumbers: unread.length }
}

export interface Refusal {
  record: PreparedRecord
  reason: string
  field: string
}

export class Store {
  private readonly loadedNow = new Set<string>()

  constructor(
    private readonly database: Database,
    private nextId: number,
  ) {}

  static async open(database: Database): Promise<Store> {
    const [{ last }] = await database.read<{ last: number | null }>('SELECT max(id) AS last FROM titles')
    return new Store(database, (last ?? 0) + 1)
  }

  /** Stores a batch in one transaction. A record that is already there is replaced. */
  async put(batch: readonly PreparedRecord[]): Promise<{ refused: Refusal[]; added: number; replaced: number; items: number }> {
    return this.database.write(async (write) => {
      const known = await knownNumbers(write, batch)
      const taken = await takenBarcodes(write, batch)
      const refused: Refusal[] = []
      const good: (PreparedRecord & { id: number; isNew: boolean })[] = []
      for (const record of batch) {
        const refusal = this.refusalOf(record, taken)
        if (refusal) {
          refused.push(refusal)
          continue
        }
        const { controlNumber } = record.title
        const id = known.get(controlNumber) ?? this.nextId++
        good.push({ ...record, id, isNew: !known.has(controlNumber) })
        this.loadedNow.add(controlNumber)
        for (const holding of record.holdings) taken.set(holding.barcode, controlNumber)
      }
      await clearReplaced(
        write,
        good.filter((record) => !record.isNew),
      )
      await insertAll(write, good)
      const added = good.filter((record) => record.isNew).length
      return { refused, added, replaced: good.length - added, items: good.reduce((sum, record) => sum + record.holdings.length, 0) }
    })
  }

  private refusalOf(record: PreparedRecord, taken: Map<string, string>): Refusal | null {
    const { controlNumber } = record.title
    if (this.loadedNow.has(controlNumber))
      return { record, field: '001', reason: `The record number ${controlNumber} came earlier in the same load.` }
    const clash = record.holdings.find((holding) => taken.has(holding.barcode) && taken.get(holding.barcode) !== controlNumber)
    return clash
      ? { record, field: '852', reason: `The barcode ${clash.barcode} belongs to record ${taken.get(clash.barcode) ?? ''}.` }
      : null
  }
}

async function knownNumbers(write: Write, batch: readonly PreparedRecord[]): Promise<Map<string, number>> {
  const numbers = JSON.stringify(batch.map((record) => record.title.controlNumber))
  const rows = await write.all<{ id: number; controlNumber: string }>(
    'SELECT id, controlNumber FROM titles WHERE controlNumber IN (SELECT value FROM json_each($numbers))',
    { numbers },
  )
  return new Map(rows.map((row) => [row.controlNumber, row.id]))
}

async function takenBarcodes(write: Write, batch: readonly PreparedRecord[]): Promise<Map<string, string>> {
  const barcodes = JSON.stringify(batch.flatMap((record) => record.holdings.map((holding) => holding.barcode)))
  const rows = await write.all<{ barcode: string; controlNumber: string }>(
    'SELECT barcode, controlNumber FROM items JOIN titles ON titles.id = titleId WHERE barcode IN (SELECT value FROM json_each($barcodes))',
    { barcodes },
  )
  return new Map(rows.map((row) => [row.barcode, row.controlNumber]))
}

/** Copies that the new record no longer has stay as withdrawn while a loan or hold still names them. */
async function clearReplaced(write: Write, records: readonly (PreparedRecord & { id: number })[]): Promise<void> {
  if (records.length === 0) return
  const ids = JSON.stringify(records.map((record) => record.id))
  const kept = JSON.stringify(records.flatMap((record) => record.holdings.map((holding) => holding.barcode)))
  const gone = 'titleId IN (SELECT value FROM json_each($ids)) AND barcode NOT IN (SELECT value FROM json_each($kept))'
  const named =
    'barcode IN (SELECT barcode FROM loans UNION SELECT barcode FROM holds WHERE barcode IS NOT NULL UNION SELECT wantedBarcode FROM holds WHERE wantedBarcode IS NOT NULL)'
  await write.run('DELETE FROM identifiers WHERE titleId IN (SELECT value FROM json_each($ids))', { ids })
  await write.run(`UPDATE items SET standing = 'withdrawn' WHERE ${gone}`, { ids, kept })
  await write.run(`DELETE FROM items WHERE ${gone} AND NOT ${named}`, { ids, kept })
}

async function insertAll(write: Write, records: readonly (PreparedRecord & { id: number })[]): Promise<void> {
  const titles = records.map(({ id, title, marc }) => [
    id,
    title.controlNumber,
    title.carrier,
    title.title,
    JSON.stringify(title),
    JSON.stringify(marc),
  ])
  await write.run(
    `INSERT INTO titles (id, controlNumber, carrier, title, record, marc) SELECT ${columns(6)} FROM json_each($rows) WHERE true
     ON CONFLICT (id) DO UPDATE SET carrier = excluded.carrier, title = excluded.title, record = excluded.record, marc = excluded.marc`,
    { rows: JSON.stringify(titles) },
  )
  const items = records.flatMap(({ id, holdings }) => holdings.map((holding) => itemRow(id, holding)))
  await write.run(
    `INSERT INTO items (barcode, titleId, system, branch, collection, useRule, standing, callText, spine, sortKey, enumeration, copy, note)
     SELECT ${columns(13)} FROM json_each($rows) WHERE true
     ON CONFLICT (barcode) DO UPDATE SET system = excluded.system, branch = excluded.branch, collection = excluded.collection, useRule = excluded.useRule,
       standing = excluded.standing, callText = excluded.callText, spine = excluded.spine, sortKey = excluded.sortKey, enumeration = excluded.enumeration,
       copy = excluded.copy, note = excluded.note`,
    { rows: JSON.stringify(items) },
  )
  const identifiers = records.flatMap(({ id, title }) => title.identifiers.map((identifier) => [identifier.value, identifier.kind, id]))
  await write.run(`INSERT OR IGNORE INTO identifiers (value, kind, titleId) SELECT ${columns(3)} FROM json_each($rows)`, {
    rows: JSON.stringify(identifiers),
  })
}

const columns = (count: number): string => Array.from({ length: count }, (_, i) => `value ->> ${String(i)}`).join(', ')

function itemRow(titleId: number, holding: Holding): unknown[] {
  const call = readCallNumber(holding)
  const { barcode, system, branch, collection, use, status, enumeration, copy, publicNote } = holding
  return [
    barcode,
    titleId,
    system,
    branch,
    collection,
    use,
    status,
    call.text,
    JSON.stringify(call.spine),
    call.sortKey,
    enumeration,
    copy,
    publicNote,
  ]
}
