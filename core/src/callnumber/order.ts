/**
 * Pieces of sort keys. Keys are compared octet by octet, and a piece always ends before the next begins with a space,
 * which is lower than any letter or digit: so nothing files before something.
 */
import { fold } from '../text/index.ts'
import { datesAsNumbers, romanNumber } from './chronology.ts'

/**
 * Kinds of piece after the class number, in filing order: copies and volumes of one thing stand together, before a later
 * edition; dates and other numbers before words and cutters.
 */
export const RANK = { copy: '0', volume: '1', number: '2', word: '3' } as const

/** A whole number: its length as a letter, then its digits ("9" -> "A9", "10" -> "B10"). Leading zeros don't count. */
export function whole(digits: string): string {
  const bare = digits.replace(/^0+(?=\d)/, '')
  return String.fromCharCode(64 + Math.min(bare.length, 26)) + bare
}

/** Text with whole numbers inside, each sorted as a number. */
export function loose(text: string): string {
  return text
    .toUpperCase()
    .replace(/\d+/g, (digits) => whole(digits))
    .trim()
}

/** Words that stand before a volume's number, by what they count: a series is wider than a volume, a part narrower. */
export const LABELS = {
  a: ['ser', 'series'],
  b: ['v', 'vol', 'vols', 'volume', 'volumes', 't', 'tome', 'tom', 'bd', 'band', 'jg', 'jahrg', 'årg', 'bk', 'book'],
  c: ['no', 'nos', 'nr', 'num', 'number', 'iss', 'issue', 'h', 'heft'],
  d: ['pt', 'part', 'teil', 'fasc'],
  e: ['disc', 'disk', 'side'],
} as const
const ORDER_OF_LABEL = new Map(Object.entries(LABELS).flatMap(([order, words]) => words.map((word) => [word as string, order])))
const OTHER_WORDS = 'x'

/** A label with its number: told from a cutter by its stop ("T.12"), by small letters ("t12"), or by being a word ("vol 12"). */
const VOLUME = /^(\p{L}{1,7})(\.?)(\d+)(.*)$/u

function volumePiece(piece: string): string | null {
  const [, label = '', stop = '', number = '', rest = ''] = VOLUME.exec(romanAsNumbers(piece)) ?? []
  const order = ORDER_OF_LABEL.get(label.toLowerCase())
  if (order === undefined || (stop === '' && label.toLowerCase() !== label)) return null
  return `${RANK.volume}${order}${whole(number)}${loose(rest)}`
}

/** A Roman numeral behind its label ("v.IX", "Bd. XII"), or alone at the beginning, in capitals; there C, D and M are rather words ("CD", "DI"). */
const LABELLED_ROMAN = /(?<!\p{L})(\p{L}{1,7})(\.\s*|\s+)([ivxlcdm]+)(?![\p{L}\d])/giu
const LEADING_ROMAN = /^\s*([IVXL]+)(?=\s*(?:$|[(,;:/]))/u

const romanAsNumbers = (text: string): string =>
  text
    .replace(LEADING_ROMAN, (all, roman: string) => String(romanNumber(roman) ?? all))
    .replace(LABELLED_ROMAN, (all, label: string, between: string, roman: string) => {
      const number = ORDER_OF_LABEL.has(label.toLowerCase()) ? romanNumber(roman) : null
      return number === null ? all : `${label}${between}${String(number)}`
    })

/** Volume, issue and part as they are given with a copy: "n.s. v.2, no.10 (1980)", "v.IX (Jan 1980)". */
export function volumeKey(enumeration: string): string {
  const pieces = datesAsNumbers(romanAsNumbers(enumeration)).match(/(?:\p{L}+\.?\s*)?\d+|\p{L}+/gu) ?? []
  return pieces
    .map((piece) => {
      const number = /\d+$/.exec(piece)?.[0]
      if (number === undefined) return `${RANK.volume}${OTHER_WORDS}${piece.toUpperCase()}`
      const label = /^\p{L}*/u.exec(piece)?.[0] ?? ''
      return `${RANK.volume}${ORDER_OF_LABEL.get(label === '' ? 'v' : label) ?? OTHER_WORDS}${whole(number)}`
    })
    .join(' ')
}

/** Whether a text names a volume, an issue or a part by its number, as it would stand on a spine; "score" and "disc in pocket" don't. */
export const isVolume = (text: string): boolean => {
  const plain = romanAsNumbers(text.trim())
  const [, label = ''] = /^(?:n\.\s?s\.\s*)?(\p{L}{1,7})\.?\s*\d/u.exec(plain) ?? []
  return ORDER_OF_LABEL.has(label.toLowerCase()) || /^\d/.test(plain)
}

/**
 * What stands behind a class number, in pieces. ".V37.K4 2019" -> ".V37", ".K4", "2019": a stop opens a cutter; a second
 * cutter may follow without one; a label and its number are one piece.
 */
export function piecesOf(text: string): string[] {
  const spaced = text
    .replace(/(?<=[\p{L}\d])\.(?=\p{Lu}\p{L}?\d)/gu, ' .')
    .replace(/(?<=\.?\p{Lu}\d+)(?=\p{Lu}\d)/gu, ' ')
    .replace(/(?<![\p{L}\d])(\p{L}\.|\p{L}{2,7}\.?)\s+(?=\d|[IVXLCDM]+(?![\p{L}\d]))/gu, (all, label: string) =>
      ORDER_OF_LABEL.has(label.replace('.', '').toLowerCase()) ? `${label.replace(/\.?$/, '.')}` : all,
    )
  return spaced.split(/\s+/).filter(Boolean)
}

/** A year stands behind as an edition; other figures are figures. */
const YEAR = /^(1[4-9]|20|21)\d{2}\p{L}?$/u

/** What a piece behind a class number is, as its key files it. */
export function pieceKind(piece: string): 'copy' | 'volume' | 'year' | 'figure' | 'cutter' | 'mark' {
  const rank = pieceKey(piece).charAt(0)
  if (rank === RANK.copy) return 'copy'
  if (rank === RANK.volume) return 'volume'
  if (rank === RANK.number) return YEAR.test(piece) ? 'year' : 'figure'
  return CUTTER.test(piece.replace(/^\./, '')) ? 'cutter' : 'mark'
}

/** Letters, then digits as a fraction, then a work mark, which counts only between equal cutters. */
const CUTTER = /^(\p{L}+)(\d+)(\p{L}*)$/u

/** The key of the pieces behind a class number. */
export const tailKey = (pieces: readonly string[]): string => pieces.map(pieceKey).join(' ')

function pieceKey(piece: string): string {
  const volume = volumePiece(piece)
  if (volume !== null) return volume
  const bare = piece.replace(/^\./, '')
  const copy = /^c(?:opy)?\.(\d+)$/i.exec(bare)
  if (copy) return `${RANK.copy}${whole(copy[1] ?? '')}`
  const number = /^(\d+)(.*)$/.exec(bare)
  if (number) return `${RANK.number}${whole(number[1] ?? '')}${loose(number[2] ?? '')}`
  const cutter = CUTTER.exec(bare)
  if (cutter) {
    const [, letters = '', fraction = '', mark = ''] = cutter
    return `${RANK.word}${word(letters)}${fraction}${mark === '' ? '' : ` ${mark.toLowerCase()}`}`
  }
  return `${RANK.word}${word(bare)}`
}

/** Words in a row, each by its letters, or as a number where it is one: titles and names. */
export const wordsKey = (words: readonly string[]): string =>
  words.map((one) => (/^\d+$/.test(one) ? `${RANK.number}${whole(one)}` : `${RANK.word}${word(one)}`)).join(' ')

const word = (text: string): string => fold(text).toUpperCase()
