/**
 * Reads one ISO 2709 record and says exactly what is wrong with one that can't be read.
 * Layout: leader (24 octets), directory (12 octets an entry: tag, length, start), field terminator, fields, record
 * terminator (MARC 21 Specifications for Record Structure).
 */
import { isControlTag, type MarcField, type MarcRecord } from './record.ts'
import { BadRecord, type FaultCode, type RecordFault } from './faults.ts'
import { decodeMarc8 } from './marc8.ts'

const FIELD_END = 0x1e
const RECORD_END = 0x1d

const fail = (code: FaultCode, field: string | null = null, facts: RecordFault['facts'] = {}): never => {
  throw new BadRecord(code, field, facts)
}

/**
 * @param bytes one record, from its leader to its record terminator
 * @throws BadRecord
 */
export function readIso2709(bytes: Uint8Array): MarcRecord {
  const leader = readLeader(bytes)
  const base = Number(leader.slice(12, 17))
  const decode = leader[9] === 'a' ? decodeUtf8 : decodeMarc8
  const fields: MarcField[] = []
  for (let at = 24; at < base - 1; at += 12) {
    const tag = ascii(bytes, at, at + 3)
    const length = digits(bytes, at + 3, at + 7)
    const place = digits(bytes, at + 7, at + 12)
    if (length < 0 || place < 0 || !/^[0-9A-Za-z]{3}$/.test(tag)) fail('directory-entry', null, { at })
    const start = base + place
    const end = start + length - 1
    if (end >= bytes.length || bytes[end] !== FIELD_END) fail('field-length', tag)
    fields.push(readField(tag, decode(bytes.subarray(start, end), tag)))
  }
  return { leader, fields }
}

/** Cuts a field's text into indicators and subfields. */
function readField(tag: string, text: string): MarcField {
  if (isControlTag(tag)) return [tag, text]
  const [indicators = '', ...parts] = text.split('\u001f')
  if (indicators.length !== 2) fail('no-indicators', tag)
  return [tag, indicators, ...parts.filter((part) => part !== '').flatMap((part) => [part.charAt(0), part.slice(1)])]
}

function readLeader(bytes: Uint8Array): string {
  if (bytes.length < 26) fail('too-short')
  const leader = ascii(bytes, 0, 24)
  if (!/^\d{5}/.test(leader) || !/^\d{5}$/.test(leader.slice(12, 17))) fail('no-leader')
  if (bytes[bytes.length - 1] !== RECORD_END) fail('cut-off')
  if (Number(leader.slice(0, 5)) !== bytes.length) {
    fail('wrong-length', null, { said: Number(leader.slice(0, 5)), octets: bytes.length })
  }
  const base = Number(leader.slice(12, 17))
  if (base <= 24 || base > bytes.length || bytes[base - 1] !== FIELD_END || (base - 25) % 12 !== 0) {
    fail('no-base-address')
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
    const octet = bytes[at] ?? 0
    if (octet < 0x30 || octet > 0x39) return -1
    value = value * 10 + octet - 0x30
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
    while (plain < bytes.length && plain < i + AT_ONCE && (bytes[plain] ?? 0x80) < 0x80) plain += 1
    if (plain > i) {
      text += ascii(bytes, i, plain)
      i = plain
      continue
    }
    const first = bytes[i] ?? 0
    const size = first >= 0xc2 && first < 0xe0 ? 2 : first >= 0xe0 && first < 0xf0 ? 3 : first >= 0xf0 && first < 0xf5 ? 4 : 0
    let point = first & (0xff >> (size + 1))
    for (let k = 1; k < size; k += 1) {
      const next = bytes[i + k] ?? 0
      if ((next & 0xc0) !== 0x80) fail('not-utf8', tag)
      point = (point << 6) | (next & 0x3f)
    }
    const overlong = (size === 3 && point < 0x800) || (size === 4 && point < 0x10000)
    if (size === 0 || overlong || point > 0x10ffff || (point >= 0xd800 && point < 0xe000)) fail('not-utf8', tag)
    text += String.fromCodePoint(point)
    i += size
  }
  return text
}
