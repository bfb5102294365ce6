/** Records as they would be loaded again: as they were loaded, with what their copies are now, and the headings with other names. */
import { copiesIn, type MarcField, type MarcRecord } from '@catalex/core/catalogue'
import type { Queryable } from '../database/index.ts'
import { marcOf } from './marc.ts'

/** @param ids numbers of the database in the order in which they are wanted; null for every record */
export async function* exportedRecords(source: Queryable, ids: readonly number[] | null): AsyncGenerator<MarcRecord> {
  for await (const batch of ids === null ? everyBatch(source) : batchesOf(ids)) {
    const statuses = await statusesOf(source, batch)
    for (const { marc } of await marcOf(source, batch)) yield withStatuses(marc, statuses)
  }
}

const BATCH = 500

function* batchesOf(ids: readonly number[]): Generator<readonly number[]> {
  for (let at = 0; at < ids.length; at += BATCH) yield ids.slice(at, at + BATCH)
}

async function* everyBatch(source: Queryable): AsyncGenerator<number[]> {
  for (let last = 0; ;) {
    const rows = await source.read<{ id: number }>('SELECT id FROM records WHERE id > $last AND withdrawn = 0 ORDER BY id LIMIT $most', {
      last,
      most: BATCH,
    })
    const end = rows.at(-1)
    if (!end) return
    last = end.id
    yield rows.map(({ id }) => id)
  }
}

/** What each copy is, in the library's own words where they are none of ours. */
async function statusesOf(source: Queryable, ids: readonly number[]): Promise<Map<string, string>> {
  const rows = await source.read<{ barcode: string; status: string }>(
    'SELECT barcode, coalesce(statusText, status) AS status FROM copies WHERE recordId IN (SELECT value FROM json_each($ids))',
    { ids: JSON.stringify(ids) },
  )
  return new Map(rows.map(({ barcode, status }) => [barcode, status]))
}

/** A copy that is something else now than its record said gets an 876 that says so. */
function withStatuses(marc: MarcRecord, statuses: ReadonlyMap<string, string>): MarcRecord {
  const changed = copiesIn(marc).filter(({ barcode, status, statusText }) => (statuses.get(barcode) ?? status) !== (statusText ?? status))
  if (changed.length === 0) return marc
  const now = new Map(changed.map(({ barcode }) => [barcode, statuses.get(barcode) ?? '']))
  const said = new Set<string>()
  const fields = marc.fields.map((field) => {
    const barcode = field[0] === '876' ? valueOf(field, 'p') : null
    const status = barcode === null ? undefined : now.get(barcode)
    if (barcode === null || status === undefined) return field
    said.add(barcode)
    return [...withoutCode(field, 'j'), 'j', status]
  })
  const added = [...now].filter(([barcode]) => !said.has(barcode)).map(([barcode, status]) => ['876', '  ', 'p', barcode, 'j', status])
  return { ...marc, fields: [...fields, ...added] }
}

function valueOf(field: MarcField, code: string): string | null {
  for (let i = 2; i < field.length; i += 2) if (field[i] === code) return field[i + 1] ?? null
  return null
}

const withoutCode = (field: MarcField, code: string): string[] => field.filter((_, i) => i < 2 || field[i - (i % 2)] !== code)

const TAGS: Record<string, string> = { person: '00', subject: '50', series: '30' }

/** Headings with other names, as authority records. */
export async function* exportedAuthorities(source: Queryable): AsyncGenerator<MarcRecord> {
  const rows = await source.read<{ controlNumber: string; kind: string; label: string; target: string; type: string }>(
    'SELECT controlNumber, kind, label, target, type FROM headingReferences ORDER BY controlNumber, type, key',
  )
  const records = new Map<string, MarcField[]>()
  for (const { controlNumber, kind, label, target, type } of rows) {
    const tag = TAGS[kind] ?? '50'
    const heading = type === 'see' ? target : label
    const fields = records.get(controlNumber) ?? [
      ['001', controlNumber],
      [`1${tag}`, '1 ', 'a', heading],
    ]
    fields.push([`${type === 'see' ? '4' : '5'}${tag}`, '1 ', 'a', type === 'see' ? label : target])
    records.set(controlNumber, fields)
  }
  for (const fields of records.values()) yield { leader: '00000nz  a2200000n  4500', fields }
}

/** Titles of which one page of addresses speaks. */
const PAGE = 50_000

export async function titlePages(source: Queryable): Promise<number> {
  const [row] = await source.read<{ last: number | null }>('SELECT max(id) AS last FROM records')
  return Math.ceil((row?.last ?? 0) / PAGE)
}

/** Control numbers of a page, from 1. */
export async function titleAddresses(source: Queryable, page: number): Promise<string[]> {
  const rows = await source.read<{ controlNumber: string }>(
    'SELECT controlNumber FROM records WHERE id > $from AND id <= $to AND withdrawn = 0 ORDER BY id',
    { from: (page - 1) * PAGE, to: page * PAGE },
  )
  return rows.map(({ controlNumber }) => controlNumber)
}
