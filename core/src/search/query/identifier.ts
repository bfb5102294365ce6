/** Numbers that can be typed into the box and mean one thing exactly: ISBN, ISSN, barcode. */
import { isbn13, issn } from '../../catalogue/index.ts'

export interface IdentifierQuery {
  kind: 'isbn' | 'issn' | 'barcode'
  /** As it is stored: digits only. */
  value: string
}

/** What the text could be as a number, likeliest first; nothing for text that is no number at all. */
export function identifiersIn(text: string): IdentifierQuery[] {
  const bare = text.trim().replace(/^(isbn|issn)[:\s]*/i, '')
  if (!/^[\dXx][\dXx\s-]{5,}$/.test(bare)) return []
  const digits = bare.replace(/[\s-]/g, '')
  const book = isbn13(bare)
  const serial = issn(bare)
  return [
    ...(book ? [{ kind: 'isbn' as const, value: book }] : []),
    ...(serial ? [{ kind: 'issn' as const, value: serial }] : []),
    ...(/^\d{6,}$/.test(digits) ? [{ kind: 'barcode' as const, value: digits }] : []),
  ]
}
