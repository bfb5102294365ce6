/** The catalogue: records and their copies as the records describe them. */
import { keyRangesOf, RANGE_END, type Meant } from '@catalex/core/callnumber'
import type { BibRecord, MarcRecord, RecordedStatus, UseRule } from '@catalex/core/catalogue'
import { QueryTooLarge, type IdentifierQuery } from '@catalex/core/query'
import type { Queryable } from '../database/index.ts'
import { exportedRecords } from './exporting.ts'

export { addedAfter, newSince, noteAdditions } from './additions.ts'
export { besideOnShelf, marcOfCopy, standingOf } from './shelf.ts'
export { exportedAuthorities, exportedRecords, titleAddresses, titlePages } from './exporting.ts'
export { marcOf, type StoredMarc } from './marc.ts'
export { changedHeadings, keyOf, otherNamesOf, referencesBetween, type HeadingReference } from './authorities.ts'
export { recordsOfCopies, setCopyStatuses, type CopyStatusChange } from './statuses.ts'
export { recordsIn } from './marcFiles.ts'
export { markForm, restateRecords } from './restating.ts'
export { prepare } from './preparing.ts'
export { canReadInThread, readInThread } from './readingThread.ts'
export type { Applied } from './applying.ts'
export { loadMarc, loadWholeCatalogue, type LoadFault, type LoadReport } from './loading.ts'

export interface StoredRecord {
  id: number
  controlNumber: string
  record: BibRecord
}

/** A copy as its record describes it; loans and holds are circulation's. */
export interface StoredCopy {
  barcode: string
  recordId: number
  controlNumber: string
  carrier: BibRecord['carrier']
  system: string
  branch: string
  collection: string
  useRule: UseRule | null
  status: RecordedStatus
  callText: string
  /** Lines of the spine label, as JSON. */
  spine: string
  sortKey: string
  enumeration: string | null
  copy: string | null
  note: string | null
  /** The status in the library's own words. */
  statusText: string | null
  /** ISO date on which the library got it. */
  acquired: string | null
  /** Shared by the pieces of one item; null for a whole. */
  setNumber: string | null
}

/** Columns of a copy joined with its record. */
export const COPY_COLUMNS =
  'copies.barcode, recordId, controlNumber, carrier, system, branch, collection, useRule, copies.status, callText, spine, sortKey, enumeration, copy, note, statusText, acquired, setNumber'

interface RecordRow {
  id: number
  controlNumber: string
  record: string
}

/** What `record` holds was written from a BibRecord. */
const recordFrom = ({ id, controlNumber, record }: RecordRow): StoredRecord => ({
  id,
  controlNumber,
  record: JSON.parse(record) as BibRecord,
})

/** Of those that are gone or withdrawn, none. */
export async function recordsById(source: Queryable, ids: readonly number[]): Promise<Map<number, StoredRecord>> {
  const rows = await source.read<RecordRow>(
    'SELECT id, controlNumber, record FROM records WHERE id IN (SELECT value FROM json_each($ids)) AND withdrawn = 0',
    { ids: JSON.stringify(ids) },
  )
  return new Map(rows.map((row) => [row.id, recordFrom(row)]))
}

/** Those that are there, in the order of their numbers. */
export async function recordsByControlNumber(source: Queryable, controlNumbers: readonly string[]): Promise<StoredRecord[]> {
  const rows = await source.read<RecordRow>(
    'SELECT id, controlNumber, record FROM records WHERE controlNumber IN (SELECT value FROM json_each($numbers)) AND withdrawn = 0 ORDER BY id',
    { numbers: JSON.stringify(controlNumbers) },
  )
  return rows.map(recordFrom)
}

export async function recordIdOf(source: Queryable, controlNumber: string): Promise<number | null> {
  const [row] = await source.read<{ id: number }>('SELECT id FROM records WHERE controlNumber = $controlNumber AND withdrawn = 0', {
    controlNumber,
  })
  return row?.id ?? null
}

/** By control number, of those that are there. */
export async function recordIdsOf(source: Queryable, controlNumbers: readonly string[]): Promise<Map<string, number>> {
  const rows = await source.read<{ id: number; controlNumber: string }>(
    'SELECT id, controlNumber FROM records WHERE controlNumber IN (SELECT value FROM json_each($numbers)) AND withdrawn = 0',
    { numbers: JSON.stringify(controlNumbers) },
  )
  return new Map(rows.map(({ id, controlNumber }) => [controlNumber, id]))
}

/** Records of which a copy has come since a day, the newest first. @param most of the copies, the newest, that are looked at */
export async function newRecords(source: Queryable, since: string, most: number): Promise<number[]> {
  const rows = await source.read<{ recordId: number }>(
    'SELECT recordId FROM copies WHERE acquired >= $since ORDER BY acquired DESC, recordId DESC LIMIT $most',
    { since, most },
  )
  return [...new Set(rows.map(({ recordId }) => recordId))]
}

/** A record as an export has it; null where there is none of this number. */
export async function exportedRecord(source: Queryable, controlNumber: string): Promise<MarcRecord | null> {
  const id = await recordIdOf(source, controlNumber)
  if (id === null) return null
  for await (const record of exportedRecords(source, [id])) return record
  return null
}

/** A barcode as it is looked up: SQL's words for core's `numberKey`; an index stands on the very same expression. */
const BARCODE_KEY = `upper(replace(replace(barcode, '-', ''), ' ', ''))`

/** Records that carry this number of a kind, any number for `number`; for a barcode, the record of that copy. */
export async function recordsByNumber(source: Queryable, kind: IdentifierQuery['kind'], value: string): Promise<number[]> {
  const rows = await source.read<{ recordId: number }>(
    RECORDS_BY_NUMBER[kind],
    kind === 'isbn' || kind === 'issn' ? { value, kind } : { value },
  )
  return rows.map((row) => row.recordId)
}

const RECORDS_BY_NUMBER = {
  barcode: `SELECT recordId FROM copies WHERE ${BARCODE_KEY} = $value AND status <> 'withdrawn'`,
  number: 'SELECT DISTINCT recordId FROM identifiers WHERE value = $value',
  isbn: 'SELECT recordId FROM identifiers WHERE value = $value AND kind = $kind',
  issn: 'SELECT recordId FROM identifiers WHERE value = $value AND kind = $kind',
} as const satisfies Record<IdentifierQuery['kind'], string>

/** Call numbers that begin so on more records than this say too little to be looked up. */
const MOST_RECORDS = 20_000

/**
 * Records with a copy whose call number is meant by this text, however it is spaced.
 * @throws QueryTooLarge
 */
export async function recordsByCallNumber(source: Queryable, text: string, meant: Meant): Promise<number[]> {
  const ranges = keyRangesOf(text, await shelfHeads(source), meant)
  const rows = await source.read<{ recordId: number }>(
    `SELECT DISTINCT recordId FROM (
       SELECT recordId FROM copies WHERE callText COLLATE NOCASE >= $text AND callText COLLATE NOCASE < $end AND status <> 'withdrawn'
       UNION ALL SELECT recordId FROM json_each($ranges) CROSS JOIN copies
         ON sortKey >= value ->> 'from' AND sortKey < value ->> 'before' AND status <> 'withdrawn') LIMIT $most`,
    { most: MOST_RECORDS + 1, text, end: meant === 'beginning' ? `${text}\uffff` : `${text}\u0001`, ranges: JSON.stringify(ranges) },
  )
  if (rows.length > MOST_RECORDS) throw new QueryTooLarge('records', MOST_RECORDS)
  return rows.map((row) => row.recordId)
}

export async function sizeOf(source: Queryable): Promise<{ records: number; copies: number }> {
  const [row] = await source.read<{ records: number; copies: number }>(
    "SELECT (SELECT count(*) FROM records WHERE withdrawn = 0) AS records, (SELECT count(*) FROM copies WHERE status <> 'withdrawn') AS copies",
  )
  return row ?? { records: 0, copies: 0 }
}

/** Every record, in batches by number, for building the index in constant memory. The next batch is read while one is used. */
export async function* everyRecord(source: Queryable, size = 1000): AsyncGenerator<StoredRecord[]> {
  const after = async (id: number): Promise<StoredRecord[]> => {
    const rows = await source.read<RecordRow>(
      'SELECT id, controlNumber, record FROM records WHERE id > $id AND withdrawn = 0 ORDER BY id LIMIT $size',
      { id, size },
    )
    return rows.map(recordFrom)
  }
  for (let next = after(0); ;) {
    const records = await next
    const last = records.at(-1)
    if (!last) return
    next = after(last.id)
    // A failure is met where the batch is awaited.
    next.catch(() => undefined)
    yield records
  }
}

/** What stands on the label for each of these sort keys, and the first titles that have it. */
export async function callTextsOf(
  source: Queryable,
  sortKeys: readonly string[],
): Promise<Map<string, { text: string; titles: string[] }>> {
  const rows = await source.read<{ sortKey: string; callText: string; titles: string }>(
    `SELECT value AS sortKey, callText, json_group_array(title) AS titles FROM json_each($keys) JOIN (
       SELECT DISTINCT sortKey, callText, record ->> 'title' AS title FROM copies JOIN records ON records.id = recordId
       WHERE sortKey IN (SELECT value FROM json_each($keys)) AND copies.status <> 'withdrawn' AND withdrawn = 0) ON sortKey = value
     GROUP BY value`,
    { keys: JSON.stringify(sortKeys) },
  )
  return new Map(
    rows.map(({ sortKey, callText, titles }) => [
      sortKey,
      { text: callText, titles: (JSON.parse(titles) as string[]).slice(0, MOST_TITLES) },
    ]),
  )
}

/** Titles that are named beside a call number. */
const MOST_TITLES = 3

/** What sort keys begin with, scheme and prefix ("AFIC!"): a step of the order for each, however many copies stand under it. */
export async function shelfHeads(source: Queryable): Promise<string[]> {
  const rows = await source.read<{ head: string }>(
    `WITH RECURSIVE heads(head) AS (
       SELECT substr(min(sortKey), 1, instr(min(sortKey), $end)) FROM copies
       UNION ALL SELECT (SELECT substr(sortKey, 1, instr(sortKey, $end)) FROM copies WHERE sortKey > head || char(1114111) ORDER BY sortKey LIMIT 1)
         FROM heads WHERE head IS NOT NULL)
     SELECT head FROM heads WHERE head IS NOT NULL`,
    { end: RANGE_END },
  )
  return rows.map(({ head }) => head)
}
