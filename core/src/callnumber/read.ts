/**
 * From the parts of a call number (MARC 21 852 $k $h $i $m, enumeration, copy) to its text, its sort key and the lines
 * on the spine. What a scheme can't read is kept as it stands and files last.
 */
import type { CallNumberScheme } from './schemes.ts'
import { fold, withoutArticle, wordsOf } from '../text/index.ts'
import { loose, tailKey, whole } from './order.ts'

export interface CallNumberParts {
  scheme: CallNumberScheme
  prefix: string | null
  classPart: string
  itemPart: string | null
  suffix: string | null
  enumeration: string | null
  copy: string | null
}

export interface CallNumber {
  /** Every element, in one line, as it would be written on a slip. */
  text: string
  /** Octet order of keys is shelf order. */
  sortKey: string
  /** The lines of the spine label, top down. */
  spine: string[]
  /** Whether the scheme could read it. */
  understood: boolean
}

/** Characters of a call number that a scheme reads: no label has more. */
const LONGEST = 200

interface Reading {
  key: string
  lines: string[]
}

const READERS: Record<CallNumberScheme, (text: string) => Reading | null> = {
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

export function readCallNumber(parts: CallNumberParts): CallNumber {
  const body = [parts.classPart, parts.itemPart, parts.suffix].filter((part) => part !== null && part !== '').join(' ')
  const copy = parts.copy !== null && parts.copy !== '1' ? `c.${parts.copy}` : null
  const extras = [parts.enumeration, copy].filter((part) => part !== null)
  const text = [parts.prefix, body, ...extras].filter((part) => part !== null && part !== '').join(' ')
  const reading = body.length > LONGEST ? null : READERS[parts.scheme](body)
  const range = `${RANGES[parts.scheme]}${(parts.prefix ?? '').toUpperCase()}|`
  const tail = [parts.enumeration ? `2${loose(parts.enumeration)}` : '', copy ? tailKey([copy]) : ''].filter(Boolean).join(' ')
  const head = reading ? reading.key : `~${loose(fold(body.slice(0, LONGEST)))}`
  return {
    text,
    sortKey: `${range}${head}${tail ? ` ${tail}` : ''}`,
    spine: [...(parts.prefix ? [parts.prefix] : []), ...(reading?.lines ?? body.split(/\s+/).filter(Boolean)), ...extras],
    understood: reading !== null,
  }
}

/**
 * Where in shelf order somebody begins who has typed this much of a call number. Its prefix is one that the library has
 * ("FIC ORR"); its scheme is told from how it begins, three digits for Dewey, up to three letters in capitals or before a
 * number for a letter class, else an author's name.
 * @param heads what the library's sort keys begin with: the letter of a scheme, a prefix, a stroke
 */
export function shelfKeyFrom(text: string, heads: readonly string[] = []): string {
  const typed = text.trim()
  if (typed === '') return ''
  const prefixed = heads
    .map((head) => ({ head, prefix: head.slice(1, -1) }))
    .filter(({ prefix }) => prefix !== '' && `${typed.toUpperCase()} `.startsWith(`${prefix} `))
    .sort((a, b) => b.prefix.length - a.prefix.length)
  for (const { head, prefix } of prefixed) {
    const rest = typed.slice(prefix.length).trim()
    const key = rest === '' ? '' : readerOf(head)?.(rest)?.key
    if (key !== undefined) return head + key
  }
  if (/^\d/.test(typed)) return `${RANGES.dewey}|${readDewey(typed)?.key ?? typed}`
  if (/^[A-Z]{1,3}$/.test(typed) || /^[A-Za-z]{1,3}\s*\d/.test(typed)) return `${RANGES.lc}|${readLetterClass(typed)?.key ?? typed}`
  return `${RANGES.author}|${readWords(typed)?.key ?? ''}`
}

const readerOf = (head: string) =>
  Object.entries(RANGES)
    .flatMap(([scheme, range]) => (head.startsWith(range) ? [READERS[scheme as CallNumberScheme]] : []))
    .at(0)

/** Library of Congress and NLM: class letters, number as a number, decimal as a fraction, cutters as fractions. */
function readLetterClass(text: string): Reading | null {
  const match = /^([A-Za-z]{1,3})\s*(\d{1,4})(?:\.(\d+))?\s*(.*)$/.exec(text.trim())
  if (!match) return null
  const [, letters = '', number = '', decimal, rest = ''] = match
  const pieces = piecesOf(rest)
  const head = `${letters.toUpperCase()} ${whole(number)}${decimal ? `.${decimal}` : ''}`
  return {
    key: [head, ...(pieces.length > 0 ? [tailKey(pieces)] : [])].join(' '),
    lines: [letters.toUpperCase(), decimal ? `${number}.${decimal}` : number, ...pieces],
  }
}

/** Dewey decimal: three digits, decimals as a fraction, then author mark, date, volume. */
function readDewey(text: string): Reading | null {
  const match = /^(\d{3})(?:\.(\d+))?(?:\s+(.*))?$/.exec(text.trim().replace(/[/']/g, ''))
  if (!match) return null
  const [, number = '', decimal, rest = ''] = match
  const pieces = piecesOf(rest)
  const head = `${number}${decimal ? `.${decimal}` : ''}`
  return { key: [head, ...(pieces.length > 0 ? [tailKey(pieces)] : [])].join(' '), lines: [head, ...pieces] }
}

/** ".V37.K4 2019" -> ".V37", ".K4", "2019": a stop opens a cutter; a second cutter may follow without one. */
function piecesOf(text: string): string[] {
  const spaced = text.replace(/(?<=[\p{L}\d])\.(?=\p{L}\d)/gu, ' .').replace(/(?<=\.?\p{L}\d+)(?=\p{Lu}\d)/gu, ' ')
  return spaced.split(/\s+/).filter(Boolean)
}

function readWords(text: string): Reading | null {
  const words = text.split(/\s+/).filter(Boolean)
  return words.length === 0 ? null : { key: tailKey(words.map((word) => fold(word))), lines: words }
}

function readTitle(text: string): Reading | null {
  const words = withoutArticle(wordsOf(text))
  return words.length === 0 ? null : { key: tailKey(words), lines: text.split(/\s+/).filter(Boolean) }
}

function readLoose(text: string): Reading | null {
  const pieces = text.match(/\p{L}+|\d+/gu)
  return pieces ? { key: pieces.map((piece) => loose(fold(piece))).join(' '), lines: text.split(/\s+/).filter(Boolean) } : null
}
