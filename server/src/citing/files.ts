/** Titles as files: for programs that manage references, for spreadsheets, for other catalogues. Written batch by batch, whatever their number. */
import { cslItemOf, TABLE_COLUMNS, tableRowOf } from '@catalex/core/citing'
import { MARCXML_NAMESPACE, writeIso2709, writeMarcXml, type BibRecord } from '@catalex/core/catalogue'
import { stringify } from 'csv-stringify/sync'
import { exportedRecords, recordsById } from '../catalogue/index.ts'
import { copiesOf } from '../circulation/index.ts'
import type { RisEntry } from '@citation-js/core'
import type { Queryable } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { citationJs } from './formatting.ts'

export const EXPORT_FORMS = {
  ris: 'application/x-research-info-systems',
  bib: 'application/x-bibtex',
  json: 'application/vnd.citationstyles.csl+json',
  csv: 'text/csv',
  mrc: 'application/marc',
  xml: 'application/marcxml+xml',
} as const
export type ExportForm = keyof typeof EXPORT_FORMS
export const isExportForm = (form: string): form is ExportForm => Object.hasOwn(EXPORT_FORMS, form)

export interface Exporting {
  source: Queryable
  libraries: Libraries
  /** Numbers of the database, in the order in which they are wanted. */
  recordIds: readonly number[]
  /** In local time. */
  minute: string
}

/** So few that other requests are answered between them. */
const BATCH = 25

export async function* writeExport(form: ExportForm, exporting: Exporting): AsyncGenerator<string | Uint8Array> {
  if (form === 'mrc' || form === 'xml') {
    yield* marcFile(form, exporting)
    return
  }
  const { recordIds, source } = exporting
  if (form === 'csv') yield `\ufeff${stringify([[...TABLE_COLUMNS]])}`
  if (form === 'json') yield '['
  let written = 0
  for (let at = 0; at < recordIds.length; at += BATCH) {
    const ids = recordIds.slice(at, at + BATCH)
    const found = await recordsById(source, ids)
    const records = ids.flatMap((id) => found.get(id)?.record ?? [])
    if (records.length > 0) yield await entriesIn(form, records, exporting, written)
    written += records.length
  }
  if (form === 'json') yield ']\n'
}

/** @param before how many stand in the file already */
async function entriesIn(
  form: 'ris' | 'bib' | 'json' | 'csv',
  records: readonly BibRecord[],
  exporting: Exporting,
  before: number,
): Promise<string> {
  if (form === 'csv') return table(records, exporting)
  const items = records.map(cslItemOf)
  if (form === 'json') return (before === 0 ? '' : ',') + items.map((item) => `\n${JSON.stringify(item)}`).join(',')
  const { Cite } = await citationJs()
  const cite = new Cite(items, { generateGraph: false })
  if (form === 'ris') return cite.format('ris', { format: 'object' }).map(risEntry).join('')
  return `${cite.format('bibtex').trim()}\n\n`
}

/** Its type first, each value on one line of its own, however long: a line that is cut has lost a blank or won one when it is read. */
const risEntry = ({ TY, ...tags }: RisEntry): string =>
  [['TY', TY] as const, ...Object.entries(tags), ['ER', ''] as const]
    .flatMap(([tag, values]) => [values].flat().map((value) => `${tag}  - ${String(value).replace(/\s+/g, ' ').trim()}\r\n`))
    .join('')

async function table(records: readonly BibRecord[], { source, libraries, minute }: Exporting): Promise<string> {
  const copies = await copiesOf(source, libraries, { controlNumbers: records.map(({ controlNumber }) => controlNumber) }, minute)
  const placeOf = (branch: string, collection: string) =>
    [libraries.branch(branch)?.name ?? branch, libraries.collection(branch, collection)?.name ?? collection].join(', ')
  return stringify(
    records.map((record) =>
      tableRowOf(
        record,
        copies
          .filter(({ controlNumber }) => controlNumber === record.controlNumber)
          .slice(0, MOST_COPIES)
          .map(({ branch, collection, stored, status }) => `${placeOf(branch, collection)}: ${stored.callText} (${status})`),
      ),
    ),
  )
}

/** Copies that a row of a table names. */
const MOST_COPIES = 50

async function* marcFile(form: 'mrc' | 'xml', { source, recordIds }: Exporting): AsyncGenerator<string | Uint8Array> {
  if (form === 'xml') yield `<?xml version="1.0" encoding="UTF-8"?>\n<collection xmlns="${MARCXML_NAMESPACE}">\n`
  for await (const record of exportedRecords(source, recordIds)) {
    // What is longer than ISO 2709 allows has the other form alone.
    const written = form === 'xml' ? `${writeMarcXml(record)}\n` : writeIso2709(record)
    if (written !== null) yield written
  }
  if (form === 'xml') yield '</collection>\n'
}
