/**
 * Pieces of sort keys. Keys are compared octet by octet, and a piece always ends before the next begins with a space,
 * which is lower than any letter or digit: so nothing files before something.
 */

/** Kinds of piece after the class number, in filing order. */
export const RANK = { number: '0', word: '1', part: '2', copy: '3' } as const

/** A whole number: its length as a letter, then its digits ("9" -> "A9", "10" -> "B10"). Leading zeros don't count. */
export function whole(digits: string): string {
  const bare = digits.replace(/^0+(?=\d)/, '')
  return String.fromCharCode(64 + Math.min(bare.length, 26)) + bare
}

/**
 * The pieces behind a class number: cutters and author marks as letter and decimal fraction, years and other numbers as
 * numbers, volumes and copies by their number.
 */
export function tailKey(pieces: readonly string[]): string {
  return pieces.map(pieceKey).join(' ')
}

function pieceKey(piece: string): string {
  const bare = piece.replace(/^\./, '')
  const part = /^(?:v|vol|no|pt|bd|t|nr|disc|disk|bk|ser)\.?\s*(\d+)(.*)$/i.exec(bare)
  if (part) return `${RANK.part}${whole(part[1] ?? '')}${loose(part[2] ?? '')}`
  const copy = /^c(?:opy)?\.\s*(\d+)$/i.exec(bare)
  if (copy) return `${RANK.copy}${whole(copy[1] ?? '')}`
  const number = /^(\d+)(.*)$/.exec(bare)
  if (number) return `${RANK.number}${whole(number[1] ?? '')}${loose(number[2] ?? '')}`
  // Cutter: letters, then digits as a fraction, then a work mark, which counts only between equal cutters.
  const cutter = /^(\p{L}+)(\d+)(\p{L}*)$/u.exec(bare)
  if (cutter) {
    const [, letters = '', fraction = '', mark = ''] = cutter
    return `${RANK.word}${letters.toUpperCase()}${fraction}${mark === '' ? '' : ` ${mark.toLowerCase()}`}`
  }
  return `${RANK.word}${bare.toUpperCase()}`
}

/** Text with whole numbers inside, each sorted as a number. */
export function loose(text: string): string {
  return text
    .toUpperCase()
    .replace(/\d+/g, (digits) => whole(digits))
    .trim()
}
