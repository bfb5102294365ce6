/** Octets of a record as text: which encoding they are in, and what can't be read in it. */
import { ascii, decodeUtf8, sequenceAt } from '../../text/index.ts'
import type { Warn } from './faults.ts'
import type { MarcField, MarcRecord } from './record.ts'
import { decodeMarc8 } from './marc8.ts'

export type Encoding = 'utf-8' | 'marc-8' | 'iso-8859-1'

/**
 * What a record is written in. Its leader says it; where the octets say otherwise without doubt, they are believed: flagged
 * as MARC-8, but UTF-8 throughout and not plain ASCII; flagged as UTF-8, but without one good sequence in it: MARC-8 where
 * all of it makes sense so, each mark before a letter, else Latin-1.
 */
export function encodingOf(bytes: Uint8Array, flagged: 'utf-8' | 'marc-8', warn: Warn): Encoding {
  const { good, bad } = sequencesIn(bytes)
  if (flagged === 'marc-8') {
    if (good === 0 || bad > 0 || bytes.includes(0x1b)) return 'marc-8'
    warn('is-utf8')
    return 'utf-8'
  }
  if (bad === 0 || good > 0) return 'utf-8'
  const { unknown, strayMarks } = decodeMarc8(bytes)
  const isMarc8 = unknown === 0 && strayMarks === 0
  warn(isMarc8 ? 'is-marc8' : 'is-latin1')
  return isMarc8 ? 'marc-8' : 'iso-8859-1'
}

/** The octets of one field as text, composed (NFC). What can't be read becomes U+FFFD and is told. */
export function decode(bytes: Uint8Array, encoding: Encoding, tag: string, warn: Warn): string {
  if (isAscii(bytes)) return withReferences(ascii(bytes, 0, bytes.length))
  if (encoding === 'marc-8') {
    const { text, unknown } = decodeMarc8(bytes)
    if (unknown > 0) warn('marc8-unknown', tag, { count: unknown })
    return withReferences(text).normalize('NFC')
  }
  if (encoding === 'iso-8859-1') return withReferences(ascii(bytes, 0, bytes.length)).normalize('NFC')
  const { text, bad } = decodeUtf8(bytes)
  if (bad > 0) warn('not-utf8', tag, { count: bad })
  return withReferences(text).normalize('NFC')
}

/** Signs that say where filing begins (MARC 21 Specifications, part 3): they are no text. */
const FILING_SIGNS = /[\u0098\u009c]/g
/** Control characters and line breaks but for the sign that begins a subfield. */
const CONTROLS = /[\u0000-\u001e\u007f-\u009f\u2028\u2029]+/g

/** A value as one line: so that what is made of it, a list of lines or a mail, can't get lines that nobody wrote. */
export const blankControls = (value: string): string => value.replace(FILING_SIGNS, '').replace(CONTROLS, ' ')

/** Of a record that an earlier version read. */
export const blankControlsIn = ({ leader, fields }: MarcRecord): MarcRecord => ({
  leader,
  fields: fields.map((field) => field.map(blankControls) as unknown as MarcField),
})

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
