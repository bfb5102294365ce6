/** Shelving schemes, as the first indicator of MARC 21 field 852 tells them apart (and $2 where that says 7). */
import { fold, withoutArticle, wordsOf } from '../text/index.ts'
import { loose, piecesOf, tailKey, whole, wordsKey } from './order.ts'

export const CALL_NUMBER_SCHEMES = ['lc', 'dewey', 'nlm', 'title', 'author', 'accession', 'other'] as const
export type CallNumberScheme = (typeof CALL_NUMBER_SCHEMES)[number]

/** Schemes whose classes are letters with a number behind. */
export const isLetterClass = (scheme: CallNumberScheme): boolean => scheme === 'lc' || scheme === 'nlm'

export interface Reading {
  key: string
  /** Lines of the spine label. */
  lines: string[]
}

export const SCHEME_READERS: Record<CallNumberScheme, (text: string) => Reading | null> = {
  lc: readLetterClass,
  nlm: readLetterClass,
  dewey: readDewey,
  author: readWords,
  title: readTitle,
  accession: readLoose,
  other: readLoose,
}

/** Keys of different schemes never mix: each stands in its own range, in this order. */
const RANGES: Record<CallNumberScheme, string> = { dewey: 'D', lc: 'L', nlm: 'N', author: 'A', title: 'T', accession: 'X', other: 'Z' }

/** Ends the range in a key; lower than whatever stands in a prefix, so that "J" files before "JE", and no prefix before either. */
export const RANGE_END = '!'

/**
 * What every key of a scheme and a prefix begins with. A prefix names a place: its numbers stand together, behind those
 * without one.
 */
export const rangeOf = (scheme: CallNumberScheme, prefix: string): string => `${RANGES[scheme]}${prefixKey(prefix)}${RANGE_END}`

/** The words of a prefix, joined by a sign that is lower than letters and higher than the end of the range. */
export const prefixKey = (prefix: string): string =>
  (
    fold(prefix)
      .toUpperCase()
      .match(/[\p{L}\p{N}]+/gu) ?? []
  ).join('+')

/** The scheme and the prefix that a key begins with. */
export function rangeIn(key: string): { scheme: CallNumberScheme; prefix: string } | null {
  const end = key.indexOf(RANGE_END)
  const scheme = CALL_NUMBER_SCHEMES.find((one) => RANGES[one] === key.charAt(0))
  return scheme && end > 0 ? { scheme, prefix: key.slice(1, end).replaceAll('+', ' ') } : null
}

/**
 * Library of Congress and NLM: class letters, number as a number, decimal as a fraction, cutters as fractions. Letters
 * alone are a class by themselves.
 */
function readLetterClass(text: string): Reading | null {
  const match = /^(\p{L}{1,3})(?:\s*(\d{1,5})(?:\s*\.\s*(\d+))?(?!\d)\s*(.*))?$/u.exec(text.trim())
  if (!match) return null
  const letters = fold(match[1] ?? '').toUpperCase()
  const [, , number, decimal, rest = ''] = match
  if (number === undefined) return { key: letters, lines: [letters] }
  const pieces = piecesOf(rest)
  const head = `${letters} ${whole(number)}${decimal ? `.${decimal}` : ''}`
  return { key: [head, tailKey(pieces)].filter(Boolean).join(' '), lines: [letters, decimal ? `${number}.${decimal}` : number, ...pieces] }
}

/** Dewey decimal: three digits, decimals as a fraction, then author mark, date, volume; the mark may follow at once. */
function readDewey(text: string): Reading | null {
  const match = /^(\d{3})(?:\s*\.\s*(\d+))?(?!\d)\s*(.*)$/.exec(text.trim().replace(/(?<=\d)[/'’′](?=\d)/g, ''))
  if (!match) return null
  const [, number = '', decimal, rest = ''] = match
  const pieces = piecesOf(rest)
  const head = `${number}${decimal ? `.${decimal}` : ''}`
  return { key: [head, tailKey(pieces)].filter(Boolean).join(' '), lines: [head, ...pieces] }
}

function readWords(text: string): Reading | null {
  const words = piecesOf(text)
  return words.length === 0 ? null : { key: tailKey(words), lines: words }
}

function readTitle(text: string): Reading | null {
  const words = withoutArticle(wordsOf(text))
  return words.length === 0 ? null : { key: wordsKey(words), lines: text.split(/\s+/).filter(Boolean) }
}

function readLoose(text: string): Reading | null {
  const pieces = text.match(/\p{L}+|\d+/gu)
  return pieces ? { key: pieces.map((piece) => loose(fold(piece))).join(' '), lines: text.split(/\s+/).filter(Boolean) } : null
}
