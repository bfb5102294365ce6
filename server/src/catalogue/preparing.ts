/** From a MARC record to what is stored of it: the record as it was read, its copies, its numbers. */
import { createHash } from 'node:crypto'
import { readCallNumber, type CallNumber } from '@catalex/core/callnumber'
import {
  copiesIn,
  familyOf,
  numberKey,
  recordFromMarc,
  type BibRecord,
  type DescribedCopy,
  type MarcRecord,
  type RecordFault,
  type Warn,
} from '@catalex/core/catalogue'
import { isReachable } from '@catalex/core/copies'
import { placeCode, type Libraries } from '../libraries/index.ts'

/** Values of a row of `copies` but for its record, in the order of COPY_ROW. */
export type CopyRow = readonly (string | null)[]
export const COPY_ROW = ['barcode', 'system', 'branch', 'collection', 'useRule', 'status', 'callText', 'spine', 'sortKey', 'enumeration', 'copy', 'note', 'statusText', 'acquired', 'setNumber'] as const // prettier-ignore

export interface PreparedRecord {
  /** Place in its file, from 1. */
  number: number
  controlNumber: string
  carrier: BibRecord['carrier']
  title: string
  /** A BibRecord and a MarcRecord as JSON, as they are stored: texts go from thread to thread at little cost. */
  record: string
  marc: string
  identifiers: readonly [value: string, kind: string][]
  copies: { barcode: string; row: CopyRow }[]
  /** Of everything that is stored: two records with one hash are stored alike. */
  hash: string
  /** What was odd about it. */
  warnings: RecordFault[]
  /** Call numbers that their scheme could not read. */
  unreadCallNumbers: number
}

interface Read {
  copy: DescribedCopy
  call: CallNumber
}

/** @throws BadRecord */
export function prepare(number: number, marc: MarcRecord, libraries: Libraries, found: RecordFault[] = []): PreparedRecord {
  const warn: Warn = (code, field = null, facts = {}) => {
    found.push({ code, field, facts })
  }
  const record = recordFromMarc(marc, warn)
  const read = placed(copiesIn(marc, warn), libraries, warn).map((copy) => ({ copy, call: readCallNumber(copy) }))
  warnOfBays(read, record, libraries, warn)
  const copies = read.map(({ copy, call }) => ({ barcode: copy.barcode, row: copyRow(copy, call) }))
  const stored = { record: JSON.stringify(record), marc: JSON.stringify(marc) }
  return {
    number,
    controlNumber: record.controlNumber,
    carrier: record.carrier,
    title: record.title,
    ...stored,
    identifiers: record.identifiers.map(({ value, kind }) => [numberKey(value), kind]),
    copies,
    warnings: found,
    hash: createHash('sha1').update(stored.record).update(stored.marc).update(JSON.stringify(copies)).digest('base64'),
    unreadCallNumbers: read.filter(({ copy, call }) => copy.classPart !== '' && !call.understood).length,
  }
}

/** Copies that readers look for themselves, but that stand in no bay of their branch's plan. */
function warnOfBays(read: readonly Read[], { carrier }: BibRecord, libraries: Libraries, warn: Warn): void {
  for (const { copy, call } of read) {
    const { branch, collection } = copy
    const collectionKind = libraries.collection(branch, collection)?.kind ?? 'open shelf'
    if (!libraries.planOf(branch) || !isReachable({ collectionKind })) continue
    if (libraries.bayOf(branch, { collection, sortKey: call.sortKey, family: familyOf(carrier) }) === null)
      warn('no-bay', '852', { place: placeCode(branch, collection), callNumber: call.text })
  }
}

/** Copies by the library's own codes and words; one at a place that the library does not have is lost, and that is told. */
function placed(copies: readonly DescribedCopy[], libraries: Libraries, warn: Warn): DescribedCopy[] {
  const barcodes = new Set<string>()
  return copies.flatMap((copy) => {
    const { barcode, system, branch, collection } = copy
    const place = libraries.placeOf(system, branch, collection)
    if (!place) {
      if (libraries.placeOf(system, branch, null)) warn('no-collection', '852', { branch, collection })
      else warn('no-branch', '852', { branch, system })
      return []
    }
    if (barcodes.has(barcode)) {
      warn('barcode-twice', '852', { barcode })
      return []
    }
    barcodes.add(barcode)
    return [{ ...copy, ...place, ...statusOf(copy, libraries) }]
  })
}

/** The library's own words for a status stand for ours where its policies say so. */
function statusOf({ status, statusText }: DescribedCopy, libraries: Libraries): Pick<DescribedCopy, 'status' | 'statusText'> {
  const ours = statusText === null ? undefined : libraries.statusNamed(statusText)
  return ours === undefined ? { status, statusText } : { status: ours, statusText: null }
}

function copyRow(copy: DescribedCopy, call: ReturnType<typeof readCallNumber>): CopyRow {
  const { barcode, system, branch, collection, use, status, enumeration, publicNote, statusText, acquired, set } = copy
  const { text, spine, sortKey } = call
  const label = [text, JSON.stringify(spine), sortKey, enumeration, copy.copy]
  return [barcode, system, branch, collection, use, status, ...label, publicNote, statusText, acquired, set]
}
