/** Library cards: the number as people type it. */

/** How somebody signs in: as usual, to stay signed in on a device of their own, or at a terminal that others use next. */
export const VISITS = ['usual', 'stay', 'terminal'] as const
export type Visit = (typeof VISITS)[number]

/** Digits of a card number as it is stored. */
export const CARD_DIGITS = 8

/**
 * The number behind what was typed: blanks, hyphens and a campus suffix of letters ("0042 1187-C") don't count, and
 * leading zeros may be left out. Null when it can't be a card number.
 */
export function cardNumber(typed: string): string | null {
  const bare = typed.replace(/[\s./-]/g, '')
  const digits = /^(\d+)\p{L}{0,3}$/u.exec(bare)?.[1]
  return digits !== undefined && digits.length <= CARD_DIGITS ? digits.padStart(CARD_DIGITS, '0') : null
}
