/** A record as a row of a table, for a spreadsheet. */
import type { BibRecord } from '../catalogue/index.ts'

export const TABLE_COLUMNS = [
  'control number',
  'title',
  'people',
  'year',
  'edition',
  'publisher',
  'format',
  'series',
  'languages',
  'ISBN',
  'ISSN',
  'copies',
] as const

/** @param copies each as it is to be read: "Ferrygate, Non-fiction: 623.89 MAR" */
export function tableRowOf(record: BibRecord, copies: readonly string[]): string[] {
  const numbers = (kind: 'isbn' | 'issn') => record.identifiers.flatMap((one) => (one.kind === kind ? [one.value] : [])).join('; ')
  return [
    record.controlNumber,
    record.remainder === null ? record.title : `${record.title}: ${record.remainder}`,
    record.people.map(({ name, roles }) => (roles.length > 0 ? `${name} (${roles.join(', ')})` : name)).join('; '),
    record.year === null ? '' : String(record.year),
    record.edition ?? '',
    [record.place, record.publisher].filter(Boolean).join(': '),
    record.carrier,
    record.series.map(({ title, volume }) => [title, volume].filter(Boolean).join(' ; ')).join(' | '),
    record.languages.join('; '),
    numbers('isbn'),
    numbers('issn'),
    copies.join('; '),
  ].map(harmless)
}

/** A spreadsheet takes what begins so for a formula: an apostrophe keeps it text. */
const harmless = (value: string): string => (/^[=+\-@\t\r]/.test(value) ? `'${value}` : value)
