/** Library cards: the number as people type it, and where somebody is told without saying it all. */

/** How somebody signs in: as usual, to stay signed in on a device of their own, or at a terminal that others use next. */
export const VISITS = ['usual', 'stay', 'terminal'] as const
export type Visit = (typeof VISITS)[number]

/** How a reader is told that something is ready, due or changed. */
export const CHANNELS = ['mail', 'text', 'call', 'letter'] as const
export type Channel = (typeof CHANNELS)[number]

/** How the card numbers of a library look. */
export interface CardShapes {
  /** "9" stands for a digit, "A" for a letter, anything else for itself; blanks and hyphens don't count. */
  shapes: readonly string[]
  /** Whether leading zeros of the first digits may be left out. */
  padded?: boolean
  /** So many letters may be typed before or behind it, which are no part of the number: a campus, say. */
  suffix?: number
  /** The only letters that may: without them any. */
  campuses?: readonly string[]
}

/** Of a library that says nothing of its cards: eight digits, and a campus behind or before ("0042 1187-C"). */
export const USUAL_CARDS: CardShapes = { shapes: ['99999999'], padded: true, suffix: 3 }

const bare = (text: string): string => text.replace(/[\s./-]/g, '').toUpperCase()

/**
 * The number behind what was typed, as it is stored: in capitals, without blanks, hyphens and campus, with its leading
 * zeros. Null when it can't be a card number.
 */
export function cardNumber(typed: string, cards: CardShapes = USUAL_CARDS): string | null {
  const { shapes, padded = false } = cards
  for (const number of withoutCampus(bare(typed), cards)) {
    for (const shape of shapes.map(bare)) {
      const full = padded ? withZeros(number, shape) : number
      if (fits(full, shape)) return full
    }
  }
  return null
}

/** What was typed, then without the letters of a campus behind it, then before it; the fewest letters first. */
function withoutCampus(whole: string, { suffix = 0, campuses }: CardShapes): string[] {
  const behind = /\p{L}*$/u.exec(whole.slice(-MAX_CAMPUS))?.[0] ?? ''
  const before = /^\p{L}*/u.exec(whole.slice(0, MAX_CAMPUS))?.[0] ?? ''
  const isCampus = (letters: string) => (campuses ? campuses.some((code) => bare(code) === letters) : letters.length <= suffix)
  const lengths = (letters: string) => Array.from({ length: letters.length }, (_, i) => i + 1)
  return [
    whole,
    ...lengths(behind).filter((n) => isCampus(whole.slice(-n))).map((n) => whole.slice(0, -n)),
    ...lengths(before).filter((n) => isCampus(whole.slice(0, n))).map((n) => whole.slice(n)),
  ] // prettier-ignore
}
const MAX_CAMPUS = 9

/** Zeros where the first digits of the shape begin, as many as are missing. */
function withZeros(number: string, shape: string): string {
  const at = shape.indexOf('9')
  const missing = shape.length - number.length
  return at < 0 || missing <= 0 || number.length <= at ? number : number.slice(0, at) + '0'.repeat(missing) + number.slice(at)
}

const fits = (number: string, shape: string): boolean =>
  number.length === shape.length &&
  [...shape].every((sign, i) => {
    const given = number.charAt(i)
    return sign === '9' ? /[0-9]/.test(given) : sign === 'A' ? /\p{L}/u.test(given) : sign === given
  })

/** Digits and letters of an example, from which no card is made. */
const DIGITS = '00421170042117'
const LETTERS = 'CTXLR'

/** What a number of this shape looks like, with the blanks and hyphens of the shape: "0042 1170". */
export function cardLooksLike(shape: string): string {
  const used = { digits: 0, letters: 0 }
  return [...shape].map((sign) => (sign === '9' ? DIGITS[used.digits++ % DIGITS.length] : sign === 'A' ? LETTERS[used.letters++ % LETTERS.length] : sign)).join('') // prettier-ignore
}

/** An address or number of which its owner knows the rest: "i•••@pellan.example", "••••0121". */
export function masked(address: string): string {
  const at = address.lastIndexOf('@')
  return at > 0
    ? `${address.slice(0, 1)}•••${address.slice(at)}`
    : `••••${address.slice(address.length - Math.min(4, Math.floor(address.length / 2)))}`
}

/** Whether somebody is younger than so many years. @param born and `today` ISO dates */
export const needsGuardian = (born: string, under: number, today: string): boolean =>
  today < `${String(Number(born.slice(0, 4)) + under).padStart(4, '0')}${born.slice(4)}`

/** Blanks, what parts addresses and names, and characters that can't be seen, such as those that turn a text round. */
const NOT_IN_MAIL = '\\s@<>",;:()\\[\\]\\\\\\u0000-\\u001f\\u007f-\\u009f\\u00ad\\u061c\\u200b-\\u200f\\u202a-\\u202e\\u2060-\\u206f\\ufeff'
const MAIL_LABEL = '[A-Za-z0-9](?:[A-Za-z0-9-]{0,61}[A-Za-z0-9])?'
/** Of a mail address only so much is asked that nothing else can be slipped in with it: a second one, or an option of a program that sends it. */
export const MAIL_ADDRESS = `^(?!-)[^${NOT_IN_MAIL}]{1,64}@${MAIL_LABEL}(?:\\.${MAIL_LABEL}){1,8}$`
/** Characters. */
export const LONGEST_MAIL_ADDRESS = 254
