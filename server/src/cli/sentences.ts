/** What went wrong, in English sentences. */
import type { RecordFault } from '@catalex/core/catalogue'
import type { RowFault, UnsoundHold } from '../circulation/index.ts'
import { storageFault, type StorageFault } from '../database/index.ts'

type Facts = RecordFault['facts']

const FAULTS: Record<RecordFault['code'], (facts: Facts) => string> = {
  'directory-entry': ({ at }) => `The directory entry at octet ${String(at)} is not a tag, a length and a place.`,
  'field-length': () => 'The length in the directory does not end at the end of the field.',
  'no-indicators': () => 'The field does not begin with two indicators.',
  'too-short': () => 'The record is too short to have a leader and a directory.',
  'no-leader': () => 'There is no leader: the record does not begin with its length.',
  'cut-off': () => 'The record is cut off before its end.',
  'wrong-length': ({ said, octets }) => `The leader says ${String(said)} octets, the record has ${String(octets)}.`,
  'no-base-address': () => 'The leader does not say where the fields begin.',
  'not-utf8': () => 'The field is not valid UTF-8.',
  'marc8-set': () => 'The field changes to a character set other than Latin.',
  'marc8-octet': ({ octet }) => `The octet ${String(octet)} means nothing in MARC-8 Latin.`,
  'no-xml-leader': () => 'There is no leader of 24 characters.',
  'xml-breaks-off': ({ where }) => `The XML breaks off: ${String(where)}`,
  'no-control-number': () => 'The record has no number of its own.',
  'no-title': () => 'The record has no title.',
  'several-titles': ({ count }) => `The record has ${String(count)} title fields where one is allowed.`,
  'title-indicators': ({ indicators }) => `The indicators "${String(indicators)}" are not defined for a title.`,
  'no-heading': () => 'The authority record has no heading for a person, a body, a subject or a series.',
  'copy-lacks': ({ what, subfield }) => `A copy names no ${String(what)} ($${String(subfield)}).`,
  'unknown-scheme': ({ indicator }) => `The first indicator "${String(indicator)}" names no shelving scheme.`,
  'unknown-word': ({ value, what, subfield }) =>
    `"${String(value)}" is no ${String(what)} ($${String(subfield)}) that the catalogue knows.`,
  'no-branch': ({ branch, system }) => `The library has no branch "${String(branch)}" in a system "${String(system)}".`,
  'no-collection': ({ branch, collection }) => `The branch "${String(branch)}" has no collection "${String(collection)}".`,
  'barcode-twice': ({ barcode }) => `The barcode ${String(barcode)} stands twice in the record.`,
  'barcode-taken': ({ barcode, owner }) => `The barcode ${String(barcode)} belongs to record ${String(owner)}.`,
  'record-twice': ({ controlNumber }) => `The record number ${String(controlNumber)} came earlier in the same load.`,
}

export const faultInWords = ({ code, facts }: RecordFault): string => FAULTS[code](facts)

const ROW_FAULTS: Record<RowFault['code'], (value: string) => string> = {
  'no-copy': (value) => `No copy has the barcode ${value}.`,
  'no-reader': (value) => `No reader has the card ${value}.`,
  'no-record': (value) => `Not all of the records ${value} are there.`,
  'no-pickup': (value) => `Nothing can be collected at "${value}".`,
}

export const rowFaultInWords = ({ code, value }: RowFault): string => ROW_FAULTS[code](value)

const UNSOUND: Record<UnsoundHold['fault'], string> = {
  'no-events': 'nothing tells how it came about.',
  'last-event': 'its last event says another state.',
  'impossible-step': 'its events are no life that a hold can have.',
  'copy-without-promise': 'it has a copy, though its state needs none.',
  'promise-without-copy': 'it has no copy, though its state says so.',
  'no-targets': 'it is for no record.',
  'copy-promised-twice': 'its copy is promised to another hold, too.',
  'copy-on-loan': 'its copy is on loan.',
}

export const unsoundInWords = (fault: UnsoundHold['fault']): string => UNSOUND[fault]

const STORAGE_FAULTS: Record<StorageFault, string> = {
  busy: 'Another process keeps the database locked: wait until it has ended, or stop it.',
  full: 'The disk is full: make room, and try again. Nothing was changed.',
  unwritable: 'The database can’t be written: see whether its file and folder may be written by this user.',
  unreadable: 'The database is damaged or no database at all: run "catalex check", and restore a backup with "catalex restore FILE".',
}

/** Any error as one sentence, with what the driver calls it behind. */
export function errorInWords(error: unknown): string {
  const fault = storageFault(error)
  const message = error instanceof Error ? error.message : String(error)
  return fault === null ? message : `${STORAGE_FAULTS[fault]} (${message})`
}
