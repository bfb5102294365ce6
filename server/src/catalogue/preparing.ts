/** From a MARC record to what is stored of it: the record as it was read, its copies, its numbers. */
import { createHash } from 'node:crypto'
import { readCallNumber } from '@catalex/core/callnumber'
import { BadRecord, copiesIn, recordFromMarc, type BibRecord, type DescribedCopy, type MarcRecord } from '@catalex/core/catalogue'
import type { Libraries } from '../libraries/index.ts'

/** Values of a row of `copies` but for its record, in the order of COPY_ROW. */
export type CopyRow = readonly (string | null)[]
export const COPY_ROW = ['barcode', 'system', 'branch', 'collection', 'useRule', 'status', 'callText', 'spine', 'sortKey', 'enumeration', 'copy', 'note'] as const // prettier-ignore

export interface PreparedRecord {
  /** Place in its file, from 1. */
  number: number
  record: BibRecord
  marc: MarcRecord
  copies: { barcode: string; row: CopyRow }[]
  /** Of everything that is stored: two records with one hash are stored alike. */
  hash: string
  /** Call numbers that their scheme could not read. */
  unreadCallNumbers: number
}

/** @throws BadRecord */
export function prepare(number: number, marc: MarcRecord, libraries: Libraries): PreparedRecord {
  const record = recordFromMarc(marc)
  const described = copiesIn(marc)
  checkCopies(described, libraries)
  const read = described.map((copy) => ({ copy, call: readCallNumber(copy) }))
  const copies = read.map(({ copy, call }) => ({ barcode: copy.barcode, row: copyRow(copy, call) }))
  return {
    number,
    record,
    marc,
    copies,
    hash: createHash('sha1')
      .update(JSON.stringify([record, marc, copies]))
      .digest('base64'),
    unreadCallNumbers: read.filter(({ copy, call }) => copy.classPart !== '' && !call.understood).length,
  }
}

function checkCopies(copies: readonly DescribedCopy[], libraries: Libraries): void {
  const barcodes = new Set<string>()
  for (const { barcode, system, branch, collection } of copies) {
    if (libraries.systemOf(branch) !== system) throw new BadRecord('no-branch', '852', { branch, system })
    if (!libraries.collection(branch, collection)) throw new BadRecord('no-collection', '852', { branch, collection })
    if (barcodes.has(barcode)) throw new BadRecord('barcode-twice', '852', { barcode })
    barcodes.add(barcode)
  }
}

function copyRow(copy: DescribedCopy, call: ReturnType<typeof readCallNumber>): CopyRow {
  const { barcode, system, branch, collection, use, status, enumeration, publicNote } = copy
  const { text, spine, sortKey } = call
  return [barcode, system, branch, collection, use, status, text, JSON.stringify(spine), sortKey, enumeration, copy.copy, publicNote]
}
