/**
 * Reads one ISO 2709 record and says exactly what is wrong with one that can't be read.
 * Layout: leader (24 octets), directory (12 octets an entry: tag, length, start), field terminator, fields, record
 * terminator (MARC 21 Specifications for Record Structure).
 */
import { isControlTag, type MarcField, type MarcRecord } from './marc.ts'
import { decodeMarc8, UnknownMarc8 } from './marc8.ts'

const FIELD_END = 0x1e
const RECORD_END = 0x1d

/** What is wrong with a record, where it is known in which field, in one plain sentence. */
export interface RecordFault {
  field: string | null
  reason: string
}

export class BadRecord extends Error {
  constructor(readonly fault: RecordFault) {
    super(fault.reason)
    this.name = 'BadRecord'
  }
}

const fail = (reason: string, field: string | null = null): never => {
  throw new BadRecord({ field, reason })
}

/**
 * @param bytes one record, from its leader to its record terminator
 * @throws BadRecord
 */
export function readIso2709(bytes: Uint8Array): MarcRecord {
  const leader = readLeader(bytes)
  const base = Number(leader.slice(12, 17))
  const decode = leader[9] === 'a' ? decodeUtf8 : decodeOldSet
  const fields: MarcField[] = []
  for (let at = 24; at < base - 1; at += 12) {
    const tag = ascii(bytes, at, at + 3)
    const length = digits(bytes, at + 3, at + 7)
    const place = digits(bytes, at + 7, at + 12)
    if (length < 0 || place < 0 || !/^[0-9A-Za-z]{3}$/.test(tag))
      fail(`The directory entry at octet ${String(at)} is not a tag, a length and a place.`)
    const start = base + place
    const end = start + length - 1
    if (end >= bytes.length || bytes[end] !== FIELD_END) fail('The length in the directory does not end at the end of the field.', tag)
    fields.push(readField(tag, decode(bytes.subarray(start, end), tag)))
  }
  return { leader, fields }
}

/** Cuts a field's text into indicators and subfields. */
function readField(tag: string, text: string): MarcField {
  if (isControlTag(tag)) return [tag, text]
  const [indicators, ...parts] = text.split('\u001f')
  if (indicators.length !== 2) fail('The field does not begin with two indicators.', tag)
  return [tag, indicators, ...parts.filter((part) => part !== '').flatMap((part) => [part[0], part.slice(1)])]
}

function readLeader(bytes: Uint8Array): string {
  if (bytes.length < 26) fail('The record is too short to have a leader and a directory.')
  const leader = ascii(bytes, 0, 24)
  if (!/^\d{5}/.test(leader) || !/^\d{5}$/.test(leader.slice(12, 17)))
    fail('There is no leader: the record does not begin with its length.')
  if (bytes[bytes.length - 1] !== RECORD_END) fail('The record is cut off before its end.')
  if (Number(leader.slice(0, 5)) !== bytes.length) {
    fail(`The leader says ${String(Number(leader.slice(0, 5)))} octets, the record has ${String(bytes.length)}.`)
  }
  const base = Number(leader.slice(12, 17))
  if (base <= 24 || base > bytes.length || bytes[base - 1] !== FIELD_END || (base - 25) % 12 !== 0) {
    fail('The leader does not say where the fields begin.')
  }
  return leader
}

function ascii(bytes: Uint8Array, start: number, end: number): string {
  return String.fromCharCode.apply(null, bytes.subarray(start, end) as unknown as number[])
}

/** @returns -1 where an octet is no digit */
function digits(bytes: Uint8Array, start: number, end: number): number {
  let value = 0
  for (let at = start; at < end; at += 1) {
    if (bytes[at] < 0x30 || bytes[at] > 0x39) return -1
    value = value * 10 + bytes[at] - 0x30
  }
  return value
}

/** As many octets as one call turns into text. */
const AT_ONCE = 8192

/** UTF-8 as RFC 3629 has it: no overlong forms, no surrogates, nothing replaced in silence. */
function decodeUtf8(bytes: Uint8Array, tag: string): string {
  let text = ''
  for (let i = 0; i < bytes.length;) {
    let plain = i
    while (plain < bytes.length && plain < i + AT_ONCE && bytes[plain] < 0x80) plain += 1
    if (plain > i) {
      text += ascii(bytes, i, plain)
      i = plain
      continue
    }
    const first = bytes[i]
    const size = first >= 0xc2 && first < 0xe0 ? 2 : first >= 0xe0 && first < 0xf0 ? 3 : first >= 0xf0 && first < 0xf5 ? 4 : 0
    let point = first & (0xff >> (size + 1))
    for (let k = 1; k < size; k += 1) {
      const next = bytes[i + k]
      if (next === undefined || (next & 0xc0) !== 0x80) fail('The field is not valid UTF-8.', tag)
      point = (point << 6) | (next & 0x3f)
    }
    const overlong = (size === 3 && point < 0x800) || (size === 4 && point < 0x10000)
    if (size === 0 || overlong || point > 0x10ffff || (point >= 0xd800 && point < 0xe000)) fail('The field is not valid UTF-8.', tag)
    text += String.fromCodePoint(point)
    i += size
  }
  return text
}

function decodeOldSet(bytes: Uint8Array, tag: string): string {
  try {
    return decodeMarc8(bytes)
  } catch (error) {
    if (error instanceof UnknownMarc8) return fail(error.message, tag)
    throw error
  }
}
