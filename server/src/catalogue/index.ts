/** The catalogue: titles and their copies as the records describe them. */
import type { TitleRecord } from '@catalex/core/catalogue'
import type { Database, Write } from '../database/index.ts'

export { keyOf, otherNamesOf, referencesBetween, type HeadingReference } from './authorities.ts'
export { loadMarc, type LoadFault, type LoadReport } from './loading.ts'

export interface StoredTitle {
  id: number
  controlNumber: string
  record: TitleRecord
}

/** A copy as the record describes it; loans and holds are circulation's. */
export interface StoredItem {
  barcode: string
  titleId: number
  carrier: TitleRecord['carrier']
  system: string
  branch: string
  collection: string
  useRule: string | null
  standing: string
  callText: string
  spine: string
  sortKey: string
  enumeration: string | null
  copy: string | null
  note: string | null
}

/** Columns of an item joined with its title. */
export const ITEM_COLUMNS =
  'barcode, titleId, carrier, system, branch, collection, useRule, standing, callText, spine, sortKey, enumeration, copy, note'

type Reading = Pick<Database, 'read'> | { read: Write['all'] }

export async function titlesById(database: Database, ids: readonly number[]): Promise<Map<number, StoredTitle>> {
  const rows = await database.read<{ id: number; controlNumber: string; record: string }>(
    'SELECT id, controlNumber, record FROM titles WHERE id IN (SELECT value FROM json_each($ids))',
    { ids: JSON.stringify(ids) },
  )
  return new Map(
    rows.map((row) => [row.id, { id: row.id, controlNumber: row.controlNumber, record: JSON.parse(row.record) as TitleRecord }]),
  )
}

export async function titleIdOf(database: Database, controlNumber: string): Promise<number | null> {
  const [row] = await database.read<{ id: number }>('SELECT id FROM titles WHERE controlNumber = $controlNumber', { controlNumber })
  return row?.id ?? null
}

export async function itemByBarcode(reading: Reading, barcode: string): Promise<StoredItem | null> {
  const [item] = await reading.read<StoredItem>(
    `SELECT ${ITEM_COLUMNS} FROM items JOIN titles ON titles.id = titleId WHERE barcode = $barcode`,
    { barcode },
  )
  return item ?? null
}

/** Records that carry this number; for a barcode, the record of that copy. */
export async function titlesByNumber(database: Database, kind: string, value: string): Promise<number[]> {
  const rows =
    kind === 'barcode'
      ? await database.read<{ titleId: number }>("SELECT titleId FROM items WHERE barcode = $value AND standing <> 'withdrawn'", { value })
      : await database.read<{ titleId: number }>('SELECT titleId FROM identifiers WHERE value = $value AND kind = $kind', { value, kind })
  return rows.map((row) => row.titleId)
}

/** Records with a copy whose call number is this, or with `begins` one that begins so. */
export async function titlesByCallNumber(database: Database, text: string, begins: boolean): Promise<number[]> {
  const rows = await database.read<{ titleId: number }>(
    "SELECT DISTINCT titleId FROM items WHERE callText COLLATE NOCASE >= $text AND callText COLLATE NOCASE < $end AND standing <> 'withdrawn'",
    { text, end: begins ? `${text}\uffff` : `${text}\u0001` },
  )
  return rows.map((row) => row.titleId)
}

export async function sizeOf(database: Database): Promise<{ titles: number; items: number }> {
  const [row] = await database.read<{ titles: number; items: number }>(
    "SELECT (SELECT count(*) FROM titles) AS titles, (SELECT count(*) FROM items WHERE standing <> 'withdrawn') AS items",
  )
  return row
}

/** Every title, in batches by number, for building the index in constant memory. The next batch is read while one is used. */
export async function* everyTitle(database: Database, size = 1000): AsyncGenerator<StoredTitle[]> {
  const after = async (id: number): Promise<StoredTitle[]> => {
    const rows = await database.read<{ id: number; controlNumber: string; record: string }>(
      'SELECT id, controlNumber, record FROM titles WHERE id > $id ORDER BY id LIMIT $size',
      { id, size },
    )
    return rows.map((row) => ({ id: row.id, controlNumber: row.controlNumber, record: JSON.parse(row.record) as TitleRecord }))
  }
  for (let next = after(0); ;) {
    const titles = await next
    const last = titles.at(-1)
    if (!last) return
    next = after(last.id)
    // A failure is met where the batch is awaited.
    next.catch(() => undefined)
    yield titles
  }
}

/** What stands on the label for each of these sort keys. */
export async function callTextsOf(database: Database, sortKeys: readonly string[]): Promise<Map<string, string>> {
  const rows = await database.read<{ sortKey: string; callText: string }>(
    "SELECT sortKey, callText FROM items WHERE sortKey IN (SELECT value FROM json_each($keys)) AND standing <> 'withdrawn'",
    { keys: JSON.stringify(sortKeys) },
  )
  return new Map(rows.map((row) => [row.sortKey, row.callText]))
}

/** What sort keys begin with, scheme and prefix ("AFIC|"): a step of the order for each, however many copies stand under it. */
export async function shelfHeads(database: Database): Promise<string[]> {
  const rows = await database.read<{ head: string }>(
    `WITH RECURSIVE heads(head) AS (
       SELECT substr(min(sortKey), 1, instr(min(sortKey), '|')) FROM items
       UNION ALL SELECT (SELECT substr(sortKey, 1, instr(sortKey, '|')) FROM items WHERE sortKey > head || char(1114111) ORDER BY sortKey LIMIT 1)
         FROM heads WHERE head IS NOT NULL)
     SELECT head FROM heads WHERE head IS NOT NULL`,
  )
  return rows.map(({ head }) => head)
}
