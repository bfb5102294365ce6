/**
 * Reads one ISO 2709 record, generously: what can be read is read, what is odd is told, and only a record that is not whole
 * or has no structure is refused.
 * Layout: leader (24 octets), directory (12 octets an entry: tag, length, start), field terminator, fields, record
 * terminator (MARC 21 Specifications for Record Structure).
 */
import { ascii } from '../../text/index.ts'
import { isControlTag, type MarcField, type MarcRecord } from './record.ts'
import { BadRecord, SILENTLY, type FaultCode, type RecordFault, type Warn } from './faults.ts'
import { blankControls, decode, encodingOf, type Encoding } from './text.ts'

export const FIELD_END = 0x1e
export const RECORD_END = 0x1d

const LEADER_LENGTH = 24
const ENTRY_LENGTH = 12

const fail = (code: FaultCode, facts: RecordFault['facts'] = {}): never => {
  throw new BadRecord(code, null, facts)
}

/**
 * @param bytes one record, from its leader to its record terminator
 * @throws BadRecord
 */
export function readIso2709(bytes: Uint8Array, warn: Warn = SILENTLY): MarcRecord {
  const leader = readLeader(bytes, warn)
  const base = baseOf(bytes, leader, warn)
  const encoding = encodingOf(bytes.subarray(LEADER_LENGTH), leader[9] === 'a' ? 'utf-8' : 'marc-8', warn)
  const fields = extentsOf(bytes, base, warn).flatMap((extent) => readField(bytes, extent, encoding, warn))
  return { leader, fields }
}

function readLeader(bytes: Uint8Array, warn: Warn): string {
  if (bytes.length < LEADER_LENGTH + 2) fail('too-short')
  const leader = ascii(bytes, 0, LEADER_LENGTH).replace(/[^\x20-\x7e]/g, ' ')
  if (!/^[\d ]{5}/.test(leader)) fail('no-leader')
  if (bytes[bytes.length - 1] !== RECORD_END) fail('cut-off')
  if (Number(leader.slice(0, 5)) !== bytes.length) warn('wrong-length', null, { said: leader.slice(0, 5).trim(), octets: bytes.length })
  return leader
}

/** Where the fields begin: behind the first field terminator, whatever the leader says. */
function baseOf(bytes: Uint8Array, leader: string, warn: Warn): number {
  const end = bytes.indexOf(FIELD_END)
  if (end < LEADER_LENGTH || (end - LEADER_LENGTH) % ENTRY_LENGTH !== 0) fail('no-base-address')
  if (Number(leader.slice(12, 17)) !== end + 1) warn('no-base-address')
  return end + 1
}

interface Extent {
  tag: string
  start: number
  /** Its field terminator. */
  end: number
}

/**
 * Fields by the directory. Where it does not fit the terminators and has as many entries as there are fields, it is the
 * lengths that are wrong; else each entry that does not fit loses its field.
 */
function extentsOf(bytes: Uint8Array, base: number, warn: Warn): Extent[] {
  const extents: Extent[] = []
  const wrong: string[] = []
  const tags: string[] = []
  for (let at = LEADER_LENGTH; at < base - 1; at += ENTRY_LENGTH) {
    const tag = ascii(bytes, at, at + 3)
    tags.push(tag)
    const start = base + digits(bytes, at + 7, at + 12)
    const end = start + digits(bytes, at + 3, at + 7) - 1
    if (!isTag(tag)) {
      warn('directory-entry', null, { at })
      continue
    }
    const fits =
      start >= base && end >= start && end < bytes.length && bytes[end] === FIELD_END && (start === base || bytes[start - 1] === FIELD_END)
    if (fits) extents.push({ tag, start, end })
    else wrong.push(tag)
  }
  if (wrong.length === 0) return extents
  for (const tag of wrong) warn('field-length', isTag(tag) ? tag : null)
  const parts = partsOf(bytes, base)
  if (parts.length !== tags.length) return extents
  return parts.flatMap((part, i) => (isTag(tags[i] ?? '') ? [{ tag: tags[i] ?? '', ...part }] : []))
}

const isTag = (tag: string): boolean => /^[0-9A-Za-z]{3}$/.test(tag)

/** The data between field terminators, in their order. */
function partsOf(bytes: Uint8Array, base: number): { start: number; end: number }[] {
  const parts: { start: number; end: number }[] = []
  for (let start = base, end = bytes.indexOf(FIELD_END, base); end >= 0; start = end + 1, end = bytes.indexOf(FIELD_END, start))
    parts.push({ start, end })
  return parts
}

function readField(bytes: Uint8Array, { tag, start, end }: Extent, encoding: Encoding, warn: Warn): MarcField[] {
  const text = withoutControls(decode(bytes.subarray(start, end), encoding, tag, warn), tag, warn)
  if (isControlTag(tag)) return [[tag, text.replaceAll('\u001f', '')]]
  const [indicators = '', ...parts] = text.split('\u001f')
  const subfields = parts.filter((part) => part !== '').flatMap((part) => [part.charAt(0), part.slice(1)])
  if (indicators.length !== 2) warn('no-indicators', tag)
  return subfields.length === 0 ? [] : [[tag, indicators.length === 2 ? indicators : '  ', ...subfields]]
}

function withoutControls(text: string, tag: string, warn: Warn): string {
  const clean = blankControls(text)
  if (clean !== text) warn('control-signs', tag)
  return clean
}

/** @returns -1 where an octet is no digit */
function digits(bytes: Uint8Array, start: number, end: number): number {
  let value = 0
  for (let at = start; at < end; at += 1) {
    const octet = bytes[at] ?? 0
    if (octet < 0x30 || octet > 0x39) return -1
    value = value * 10 + octet - 0x30
  }
  return value
}
