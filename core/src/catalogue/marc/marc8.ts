/**
 * MARC-8, Basic and Extended Latin (ANSI/NISO Z39.47, the default sets G0 and G1 of a record whose leader/09 is blank).
 * Combining marks stand before their letter there and after it in Unicode. Other sets are refused, not guessed at.
 */
import { BadRecord } from './faults.ts'

const SINGLE: Record<number, string> = {
  0xa1: 'Ł',
  0xa2: 'Ø',
  0xa3: 'Đ',
  0xa4: 'Þ',
  0xa5: 'Æ',
  0xa6: 'Œ',
  0xa7: 'ʹ',
  0xa8: '·',
  0xa9: '♭',
  0xaa: '®',
  0xab: '±',
  0xac: 'Ơ',
  0xad: 'Ư',
  0xae: 'ʼ',
  0xb0: 'ʻ',
  0xb1: 'ł',
  0xb2: 'ø',
  0xb3: 'đ',
  0xb4: 'þ',
  0xb5: 'æ',
  0xb6: 'œ',
  0xb7: 'ʺ',
  0xb8: 'ı',
  0xb9: '£',
  0xba: 'ð',
  0xbc: 'ơ',
  0xbd: 'ư',
  0xc0: '°',
  0xc1: 'ℓ',
  0xc2: '℗',
  0xc3: '©',
  0xc4: '♯',
  0xc5: '¿',
  0xc6: '¡',
  0xc7: 'ß',
  0xc8: '€',
  0x88: '',
  0x89: '',
  0x8d: '\u200d',
  0x8e: '\u200c',
}

const COMBINING: Record<number, string> = {
  0xe0: '\u0309',
  0xe1: '\u0300',
  0xe2: '\u0301',
  0xe3: '\u0302',
  0xe4: '\u0303',
  0xe5: '\u0304',
  0xe6: '\u0306',
  0xe7: '\u0307',
  0xe8: '\u0308',
  0xe9: '\u030c',
  0xea: '\u030a',
  0xeb: '\ufe20',
  0xec: '\ufe21',
  0xed: '\u0315',
  0xee: '\u030b',
  0xef: '\u0310',
  0xf0: '\u0327',
  0xf1: '\u0328',
  0xf2: '\u0323',
  0xf3: '\u0324',
  0xf4: '\u0325',
  0xf5: '\u0333',
  0xf6: '\u0332',
  0xf7: '\u0326',
  0xf8: '\u031c',
  0xf9: '\u032e',
  0xfa: '\ufe22',
  0xfb: '\ufe23',
  0xfe: '\u0313',
}

const ESCAPE = 0x1b

/**
 * @returns the text in Unicode, composed (NFC)
 * @throws BadRecord for another character set or an octet that the set leaves open
 */
export function decodeMarc8(bytes: Uint8Array, tag: string | null = null): string {
  let text = ''
  let marks = ''
  for (const octet of bytes) {
    if (octet === ESCAPE) throw new BadRecord('marc8-set', tag)
    if (Object.hasOwn(COMBINING, octet)) {
      marks += COMBINING[octet]
      continue
    }
    const letter = octet < 0x80 ? String.fromCharCode(octet) : SINGLE[octet]
    if (letter === undefined) throw new BadRecord('marc8-octet', tag, { octet: octet.toString(16) })
    text += letter + marks
    marks = ''
  }
  return (text + marks).normalize('NFC')
}
