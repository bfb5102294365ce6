/**
 * MARC-8 (ANSI/NISO Z39.47; MARC 21 Specifications, Character Sets and Encoding Options, part 3): Latin, Greek, Cyrillic,
 * Hebrew, Arabic, sub- and superscripts, and Unicode characters as numeric references. Combining marks stand before their
 * letter there and after it in Unicode. What no set has, and East Asian characters, become U+FFFD.
 */
import { SETS, SHORT_SETS } from './marc8Sets.ts'

const ESCAPE = 0x1b
const UNKNOWN = '\ufffd'
/** Second halves of marks over two letters say nothing more; signs that say where filing begins are no text. */
const SILENT = new Set([0xec, 0xfb, 0x88, 0x89])
const JOINERS: Readonly<Record<number, string>> = { 0x8d: '\u200d', 0x8e: '\u200c' }
/** Octets of one East Asian character. */
const EAST_ASIAN = 3

interface State {
  lower: string
  upper: string
  /** Whether the lower half holds East Asian characters, three octets each. */
  wide: boolean
}

/**
 * @param bytes one field
 * @returns the text in Unicode, composed (NFC), how many characters could not be read, and how many marks stand before
 *   what is no letter or digit: text that was written in MARC-8 has none
 */
export function decodeMarc8(bytes: Uint8Array): { text: string; unknown: number; strayMarks: number } {
  const state: State = { lower: SETS.B ?? '', upper: SETS.E ?? '', wide: false }
  const pieces: string[] = []
  let marks = ''
  let unknown = 0
  let strayMarks = 0
  for (let at = 0; at < bytes.length; at += 1) {
    const octet = bytes[at] ?? 0
    if (octet === ESCAPE) {
      at += escaped(bytes, at, state)
      continue
    }
    if (SILENT.has(octet) && octet >= 0x88) continue
    const sign = state.wide && octet >= 0x21 && octet < 0x7f ? UNKNOWN : signOf(octet, state)
    if (state.wide && octet >= 0x21 && octet < 0x7f) at += EAST_ASIAN - 1
    if (sign === UNKNOWN) unknown += 1
    if (isMark(sign)) {
      marks += sign
      continue
    }
    if (marks !== '' && !/^[\p{L}\p{N}]$/u.test(sign)) strayMarks += marks.length
    pieces.push(sign, marks)
    marks = ''
  }
  return { text: pieces.join('') + marks, unknown, strayMarks: strayMarks + marks.length }
}

function signOf(octet: number, { lower, upper }: State): string {
  if (octet <= 0x20 || octet === 0x7f) return String.fromCharCode(octet)
  if (octet < 0x7f) return lower.charAt(octet - 0x21)
  return JOINERS[octet] ?? (octet > 0xa0 && octet < 0xff ? upper.charAt(octet - 0xa1) : UNKNOWN)
}

const isMark = (sign: string): boolean => /^\p{Mn}$/u.test(sign)

/** Reads an escape sequence into the state. @returns its octets after the first */
function escaped(bytes: Uint8Array, at: number, state: State): number {
  const sign = (k: number) => String.fromCharCode(bytes[at + k] ?? 0)
  const short = SHORT_SETS[sign(1)]
  if (short !== undefined) {
    Object.assign(state, { lower: short, wide: false })
    return 1
  }
  const wide = sign(1) === '$'
  let k = wide ? 2 : 1
  const half = '(,'.includes(sign(k)) ? 'lower' : ')-'.includes(sign(k)) ? 'upper' : null
  if (half !== null) k += 1
  else if (!wide) return 0
  if (sign(k) === '!') k += 1
  if (wide) state.wide = half !== 'upper'
  else {
    state[half ?? 'lower'] = SETS[sign(k)] ?? UNKNOWN.repeat(94)
    if (half === 'lower') state.wide = false
  }
  return k
}
