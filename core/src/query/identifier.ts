/** Numbers that can be typed into the box and mean one thing exactly: ISBN, ISSN, barcode, any other that stands on a thing. */
import { isbn13, issn, numberKey } from '../catalogue/index.ts'

export interface IdentifierQuery {
  kind: 'isbn' | 'issn' | 'barcode' | 'number'
  /** As it is looked up, see `numberKey`. */
  value: string
}

/** No number that stands on a thing is longer, or shorter. */
const LONGEST = 40
const SHORTEST = 5

/** What the text could be as a number, likeliest first; nothing for text that is no number at all. */
export function identifiersIn(text: string): IdentifierQuery[] {
  const bare = text.trim().replace(/^(isbn|issn)[:\s]*/i, '')
  if (bare.length > LONGEST || !/^[\p{L}\d][\p{L}\d\s./:-]*$/u.test(bare) || !/\d/.test(bare)) return []
  const value = numberKey(bare)
  if (value.length < SHORTEST) return []
  const book = isbn13(bare)
  const serial = issn(bare)
  return [
    ...(book ? [{ kind: 'isbn' as const, value: book }] : []),
    ...(serial ? [{ kind: 'issn' as const, value: serial }] : []),
    { kind: 'barcode', value },
    { kind: 'number', value },
  ]
}

/**
 * A text that has the form of an ISBN or ISSN, but whose check digit does not fit: some digit is wrong.
 * ISBN: 10 digits or X at the end, or 13 from 978 or 979 (ISO 2108); ISSN: two groups of four (ISO 3297).
 */
export function misprintIn(text: string): 'isbn' | 'issn' | null {
  const bare = text.trim().replace(/^(isbn|issn)[:\s]*/i, '')
  if (/^\d{4}-\d{3}[\dXx]$/.test(bare)) return issn(bare) === null ? 'issn' : null
  const digits = numberKey(bare)
  const formed = /^\d{9}[\dX]$/.test(digits) || /^97[89]\d{10}$/.test(digits)
  return formed && isbn13(bare) === null ? 'isbn' : null
}
