/** Numbers by which a thing can be asked for: ISBN (ISO 2108), ISSN (ISO 3297), publishers' numbers, others. */
import { fieldsOf, subfield, subfields, type MarcRecord } from '../marc/record.ts'
import type { Identifier } from './record.ts'

/**
 * @returns the ISBN as 13 digits, or null when the text is none: the check digit alone decides (ISO 2108, annex A), since
 * groups and publishers are added all the time
 */
export function isbn13(text: string): string | null {
  const bare = numberKey(text)
  if (/^\d{9}[\dX]$/.test(bare)) {
    const sum = [...bare].reduce((total, digit, i) => total + (digit === 'X' ? 10 : Number(digit)) * (10 - i), 0)
    return sum % 11 === 0 ? withCheckDigit(`978${bare.slice(0, 9)}`) : null
  }
  return /^97[89]\d{10}$/.test(bare) && withCheckDigit(bare.slice(0, 12)) === bare ? bare : null
}

/** Twelve digits with the thirteenth: weights 1 and 3, modulo 10. */
function withCheckDigit(twelve: string): string {
  const sum = [...twelve].reduce((total, digit, i) => total + Number(digit) * (i % 2 === 0 ? 1 : 3), 0)
  return twelve + String((10 - (sum % 10)) % 10)
}

/** A number that stands on a thing as it is looked up: case, blanks and hyphens don't count. */
export const numberKey = (text: string): string => text.replace(/[\s\u2010-\u2015-]/g, '').toUpperCase()

/** @returns the ISSN as 8 characters without hyphen, or null (the check digit is weighted 8 to 2, modulo 11) */
export function issn(text: string): string | null {
  const bare = numberKey(text)
  if (!/^\d{7}[\dX]$/.test(bare)) return null
  const sum = [...bare.slice(0, 7)].reduce((total, digit, i) => total + Number(digit) * (8 - i), 0)
  const check = (11 - (sum % 11)) % 11
  return bare[7] === (check === 10 ? 'X' : String(check)) ? bare : null
}

/** 020, 022, 024 and 028; a number that can't be right is kept as "other", since it may still stand on the thing. */
export function identifiersOf(record: MarcRecord): Identifier[] {
  const found: Identifier[] = []
  for (const field of fieldsOf(record, '020', '022', '024', '028')) {
    for (const raw of field[0] === '020' ? subfields(field, 'az') : [subfield(field, 'a') ?? '']) {
      const [value = '', inBrackets] = raw.trim().split(/\s+\(/)
      if (value === '') continue
      const qualifier = field[0] === '020' ? qualifierOf(subfields(field, 'q'), inBrackets) : null
      const book = field[0] === '020' ? isbn13(value) : null
      const serial = field[0] === '022' ? issn(value) : null
      if (book) found.push({ kind: 'isbn', value: book, qualifier })
      else if (serial) found.push({ kind: 'issn', value: serial, qualifier })
      else found.push({ kind: field[0] === '028' ? 'publisher number' : 'other', value, qualifier })
    }
  }
  return found
}

/** "hardback", from $q or from what stands in brackets behind the number, as older records have it. */
function qualifierOf(said: readonly string[], inBrackets: string | undefined): string | null {
  const words = said.length > 0 ? said.join(', ') : (inBrackets ?? '')
  return (
    words
      .replace(/[()]/g, '')
      .replace(/\s*[;:,]\s*$/, '')
      .trim() || null
  )
}
