/**
 * Filing: the key by which titles and names stand in order, as the language of a library has it. Letters that the language
 * files as letters of their own (Swedish å, ä, ö after z) keep their place; all others file as the letters that readers
 * type for them. Which is which is asked of ICU (Unicode Technical Standard 35, Part 5: Collation).
 */
import { fold } from './fold.ts'
import { wordsOf } from './words.ts'

/** @returns words, parted by blanks; in the order of their characters they stand as the language files them */
export type Filing = (text: string) => string

type Span = readonly [first: number, last: number]

/** Alphabets by the numbers of their letters: those whose order may be that of their numbers, and more. Latin, Greek, Cyrillic. */
const ALPHABETS: readonly { basic: Span; more: readonly Span[] }[] = [
  { basic: [0x61, 0x7a], more: [[0xdf, 0x17f], [0x1cd, 0x1dc], [0x218, 0x21b], [0x1e00, 0x1eff]] },
  { basic: [0x3b1, 0x3c9], more: [[0x3ac, 0x3af], [0x3ca, 0x3ce]] },
  { basic: [0x430, 0x44f], more: [[0x450, 0x52f]] },
] // prettier-ignore

/** Letters behind those of every alphabet here, which no text has: two of them say the how-manieth letter after another it is. */
const MARKS = ['\ua7fb', '\ua7fc', '\ua7fd', '\ua7fe', '\ua7ff'] as const
const mark = (rank: number): string => `${MARKS[Math.floor(rank / MARKS.length)] ?? MARKS[4]}${MARKS[rank % MARKS.length] ?? MARKS[4]}`

const known = new Map<string, Filing>()

/** @param language ISO 639-1 */
export function filingOf(language: string): Filing {
  const found = known.get(language) ?? filingFrom(ownLetters(language))
  known.set(language, found)
  return found
}

function filingFrom(letters: ReadonlyMap<string, string>): Filing {
  if (letters.size === 0) return (text) => wordsOf(text).join(' ')
  const own = new RegExp(`[${[...letters.keys()].join('')}]`, 'gu')
  return (text) =>
    wordsOf(
      text
        .normalize('NFC')
        .toLowerCase()
        .replace(own, (letter) => letters.get(letter) ?? letter),
    ).join(' ')
}

/** Letters that stand elsewhere than what they are folded to, each with what it files as. */
function ownLetters(language: string): Map<string, string> {
  const { compare } = new Intl.Collator(language, { sensitivity: 'base' })
  const own = new Map<string, string>()
  for (const { basic, more } of ALPHABETS) {
    const plain = lettersIn([basic]).filter((letter) => fold(letter) === letter)
    const chain = plain.filter((letter, i) => plain.slice(0, i).every((before) => compare(before, letter) < 0))
    const stays = (letter: string) => compare(letter, fold(letter)) === 0 && [...fold(letter)].every((one) => chain.includes(one))
    const others = lettersIn([basic, ...more]).filter((letter) => !stays(letter))
    const behind = new Map<string, string[]>()
    for (const letter of others) {
      const same = chain.find((one) => compare(one, letter) === 0)
      const before = chain.findLast((one) => compare(one, letter) < 0)
      if (same !== undefined) own.set(letter, same)
      else if (before !== undefined) behind.set(before, [...(behind.get(before) ?? []), letter])
    }
    for (const [before, letters] of behind) file(own, before, letters.sort(compare), compare)
  }
  return own
}

/** Letters that stand between one of the chain and the next, in their order; equal ones share a place. */
function file(own: Map<string, string>, before: string, letters: readonly string[], compare: Intl.Collator['compare']): void {
  let rank = -1
  letters.forEach((letter, i) => {
    if (i === 0 || compare(letters[i - 1] ?? '', letter) !== 0) rank += 1
    own.set(letter, before + mark(rank))
  })
}

const lettersIn = (spans: readonly Span[]): string[] =>
  spans.flatMap(([first, last]) =>
    Array.from({ length: last - first + 1 }, (_, i) => String.fromCodePoint(first + i)).filter(
      (letter) => /^\p{Ll}$/u.test(letter) && letter === letter.normalize('NFC'),
    ),
  )
