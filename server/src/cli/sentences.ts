/** What went wrong, in English sentences. */
import type { RecordFault } from '@catalex/core/catalogue'
import type { RowFault, UnsoundHold } from '../circulation/index.ts'
import { storageFault, type StorageFault } from '../database/index.ts'

type Facts = RecordFault['facts']

const FAULTS: Record<RecordFault['code'], (facts: Facts) => string> = {
  'not-marc': () => 'The file holds no MARC 21: neither ISO 2709 nor MARCXML.',
  'too-short': () => 'It is too short to have a leader and a directory.',
  'no-leader': () => 'There is no leader: it does not begin with its length.',
  'cut-off': () => 'It is cut off before its end.',
  'no-base-address': () => 'The leader and the directory do not say where the fields begin.',
  'wrong-length': ({ said, octets }) => `The leader says ${String(said)} octets, it has ${String(octets)}.`,
  'directory-entry': ({ at }) => `The directory entry at octet ${String(at)} is not a tag, a length and a place; its field is lost.`,
  'field-length': () => 'The length in the directory does not end at the end of the field.',
  'no-indicators': () => 'The field does not begin with two indicators; they count as blank.',
  'control-signs': () => 'Control characters and line breaks inside the field became blanks.',
  'not-utf8': ({ count }) => `${String(count)} ${count === 1 ? 'octet is' : 'octets are'} no UTF-8 and became U+FFFD.`,
  'is-utf8': () => 'The leader says MARC-8, but the record is in UTF-8 and was read so.',
  'is-marc8': () => 'The leader says UTF-8, but the record is in MARC-8 and was read so.',
  'is-latin1': () => 'The leader says UTF-8, but the record is neither in UTF-8 nor in MARC-8 and was read as ISO 8859-1.',
  'marc8-unknown': ({ count }) => `${String(count)} characters are in no set of MARC-8 that is read here and became U+FFFD.`,
  'no-xml-leader': () => 'The leader does not have 24 characters.',
  'xml-breaks-off': ({ where }) => `The XML can't be read here: ${String(where)}`,
  'xml-encoding': ({ name }) => `The file says that it is written in "${String(name)}", which is not read here: write it as UTF-8.`,
  'no-control-number': () => 'There is no record number (001), and none of another system (035).',
  'other-control-number': ({ number }) => `There is no record number (001); that of 035 stands for it: ${String(number)}.`,
  'no-title': () => 'There is no title, in 245 or elsewhere.',
  'title-elsewhere': ({ tag }) => `There is no 245; the title is from ${String(tag)}.`,
  'several-titles': ({ count }) => `There are ${String(count)} title fields; the first counts.`,
  'title-indicators': ({ indicators }) => `The indicators "${String(indicators)}" say nothing; they count as blank.`,
  'no-heading': () => 'There is no heading of a kind that is browsed.',
  'is-holdings': () => 'It is a holdings record: copies are read from 852 and 876 inside the title records.',
  'nothing-to-delete': () => 'It says that it is deleted; the catalogue did not have it.',
  'unknown-language': ({ code }) => `"${String(code)}" is no language of ISO 639-2.`,
  'copy-lacks': ({ what, subfield }) => `A copy has no ${String(what)} ($${String(subfield)}) and is left out.`,
  'unknown-scheme': ({ indicator }) => `The first indicator "${String(indicator)}" is no shelving scheme; the number is read as it stands.`,
  'unknown-word': ({ value, what, subfield }) =>
    `"${String(value)}" is no ${String(what)} ($${String(subfield)}) that the catalogue knows; what the collection implies counts.`,
  'no-branch': ({ branch, system }) =>
    `The library has no branch "${String(branch)}" in a system "${String(system)}"; the copy is left out.`,
  'no-collection': ({ branch, collection }) =>
    `The branch "${String(branch)}" has no collection "${String(collection)}"; the copy is left out.`,
  'no-bay': ({ place, callNumber }) => `The plan of ${String(place)} has no bay for ${String(callNumber)}.`,
  'barcode-twice': ({ barcode }) => `The barcode ${String(barcode)} stands twice in the record; the second copy is left out.`,
  'barcode-taken': ({ barcode, owner }) => `The barcode ${String(barcode)} belongs to record ${String(owner)}; the copy is left out.`,
  'record-twice': ({ controlNumber }) =>
    `The record number ${String(controlNumber)} came earlier in the same load; what comes last counts.`,
}

export const faultInWords = ({ code, facts }: RecordFault): string => FAULTS[code](facts)

const ROW_FAULTS: Record<RowFault['code'], (value: string) => string> = {
  'no-copy': (value) => `No copy has the barcode ${value}.`,
  'no-reader': (value) => `No reader has the card ${value}.`,
  'no-record': (value) => `Not all of the records ${value} are there.`,
  'no-due': (value) => `"${value}" is no day (2026-11-26) until which the copy is on loan.`,
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
  'targets-out-of-step': 'its titles are not marked as those of a hold that lives, or as those of one that has ended.',
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
