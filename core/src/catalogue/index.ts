/** What a record says: reading MARC 21, formats, identifiers, holdings, and which records are one work. */
export * from './formats.ts'
export { holdingsOf } from './holdings.ts'
export { isbn13, issn } from './identifiers.ts'
export { BadRecord, readIso2709, type RecordFault } from './iso2709.ts'
export { controlField, type MarcField, type MarcRecord } from './marc.ts'
export { titleFromMarc } from './reading.ts'
export type * from './title.ts'
export { filingTitle, workKey } from './work.ts'
