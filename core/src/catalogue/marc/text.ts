/** Octets of a record as text: which of the two encodings they are in, and what can't be read in it. */
import { ascii, decodeUtf8, sequenceAt } from '../../text/index.ts'
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
