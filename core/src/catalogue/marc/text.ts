/** Octets of a record as text: which of the two encodings they are in, and what can't be read in it. */
import type { Warn } from './faults.ts'
import { decodeMarc8 } from './marc8.ts'

export type Encoding = 'utf-8' | 'marc-8'

/**
 * What a record is written in. Its leader says it; where the octets say otherwise without doubt, they are believed: flagged
 * as MARC-8, but UTF-8 throughout and not plain ASCII; flagged as UTF-8, but without one good sequence in it, and MARC-8
 * throughout.
 */
export function encodingOf(bytes: Uint8Array, flagged: Encoding, warn: Warn): Encoding {
  const { good, bad } = sequencesIn(bytes)
  if (flagged === 'marc-8') {
    if (good === 0 || bad > 0 || bytes.includes(0x1b)) return 'marc-8'
    warn('is-utf8')
    return 'utf-8'
  }
  if (bad === 0 || good > 0 || decodeMarc8(bytes).unknown > 0) return 'utf-8'
  warn('is-marc8')
  return 'marc-8'
}

/** The octets of one field as text, composed (NFC). What can't be read becomes U+FFFD and is told. */
export function decode(bytes: Uint8Array, encoding: Encoding, tag: string, warn: Warn): string {
  if (isAscii(bytes)) return withReferences(ascii(bytes, 0, bytes.length))
  if (encoding === 'marc-8') {
    const { text, unknown } = decodeMarc8(bytes)
    if (unknown > 0) warn('marc8-unknown', tag, { count: unknown })
    return withReferences(text).normalize('NFC')
  }
  const { text, bad } = decodeUtf8(bytes)
  if (bad > 0) warn('not-utf8', tag, { count: bad })
  return withReferences(text).normalize('NFC')
}

/** Characters that an encoding lacks stand as "&#x1F600;" (MARC 21 Specifications, part 4: lossless conversion). */
const withReferences = (text: string): string =>
  text.includes('&#x')
    ? text.replace(/&#x([0-9A-Fa-f]{2,6});/g, (all, hex: string) => {
        const point = parseInt(hex, 16)
        return point > 0x1f && point <= 0x10ffff && (point < 0xd800 || point > 0xdfff) ? String.fromCodePoint(point) : all
      })
    : text

/** As many octets as one call turns into text. */
const AT_ONCE = 8192

export function ascii(bytes: Uint8Array, start: number, end: number): string {
  let text = ''
  for (let at = start; at < end; at += AT_ONCE)
    text += String.fromCharCode.apply(null, bytes.subarray(at, Math.min(end, at + AT_ONCE)) as unknown as number[])
  return text
}

function isAscii(bytes: Uint8Array): boolean {
  for (const octet of bytes) if (octet >= 0x80 || octet === 0x1b) return false
  return true
}

/** Sequences of more than one octet, good and bad. */
function sequencesIn(bytes: Uint8Array): { good: number; bad: number } {
  let good = 0
  let bad = 0
  for (let at = 0; at < bytes.length;) {
    const { size } = sequenceAt(bytes, at)
    if (size > 1) good += 1
    if (size === 0) bad += 1
    at += Math.max(size, 1)
  }
  return { good, bad }
}

function decodeUtf8(bytes: Uint8Array): { text: string; bad: number } {
  let text = ''
  let bad = 0
  for (let at = 0; at < bytes.length;) {
    let plain = at
    while (plain < bytes.length && (bytes[plain] ?? 0x80) < 0x80) plain += 1
    text += ascii(bytes, at, plain)
    at = plain
    if (at === bytes.length) break
    const { size, point } = sequenceAt(bytes, at)
    if (size === 0) bad += 1
    text += size === 0 ? '\ufffd' : String.fromCodePoint(point)
    at += Math.max(size, 1)
  }
  return { text, bad }
}

/** UTF-8 as RFC 3629 has it: no overlong forms, no surrogates. @returns size 0 where no character begins */
function sequenceAt(bytes: Uint8Array, at: number): { size: number; point: number } {
  const first = bytes[at] ?? 0
  if (first < 0x80) return { size: 1, point: first }
  const size = first >= 0xc2 && first < 0xe0 ? 2 : first >= 0xe0 && first < 0xf0 ? 3 : first >= 0xf0 && first < 0xf5 ? 4 : 0
  let point = first & (0xff >> (size + 1))
  for (let k = 1; k < size; k += 1) {
    const next = bytes[at + k] ?? 0
    if ((next & 0xc0) !== 0x80) return { size: 0, point }
    point = (point << 6) | (next & 0x3f)
  }
  const wrong = (size === 3 && point < 0x800) || (size === 4 && point < 0x10000) || point > 0x10ffff || (point >= 0xd800 && point < 0xe000)
  return wrong ? { size: 0, point } : { size, point }
}

/** Text as UTF-8; half a surrogate pair becomes U+FFFD. */
export function encodeUtf8(text: string): Uint8Array {
  const octets: number[] = []
  for (const sign of text) {
    const given = sign.codePointAt(0) ?? 0
    const point = given >= 0xd800 && given < 0xe000 ? 0xfffd : given
    if (point < 0x80) octets.push(point)
    else if (point < 0x800) octets.push(0xc0 | (point >> 6), 0x80 | (point & 0x3f))
    else if (point < 0x10000) octets.push(0xe0 | (point >> 12), 0x80 | ((point >> 6) & 0x3f), 0x80 | (point & 0x3f))
    else octets.push(0xf0 | (point >> 18), 0x80 | ((point >> 12) & 0x3f), 0x80 | ((point >> 6) & 0x3f), 0x80 | (point & 0x3f))
  }
  return Uint8Array.from(octets)
}
