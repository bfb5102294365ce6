/**
 * Words as a catalogue compares them: without case, diacritics or punctuation.
 * Everything that is matched, sorted or grouped by its text goes through here, so that the
 * index, the query and the headings always agree.
 */
import { fold } from './fold.ts'

/**
 * The words of a text, folded, in order. A possessive ending goes ("keeper's" -> "keeper"), any other apostrophe inside
 * a word joins ("o'clock" -> "oclock"), except after an elided article or pronoun ("l'eau" -> "l", "eau"); everything
 * else that is no letter, mark or digit parts words.
 */
export function wordsOf(text: string): string[] {
  // An acute or grave typed by itself stands for an apostrophe; folding would make a blank of it.
  const joined = fold(text.replace(/[´`]/g, '’'))
    .replace(/(?<=\p{L})['’]s(?![\p{L}\p{N}])/gu, '')
    .replace(/\b([cdjlmnst]|qu)['’](?=\p{L}{2})/gu, '$1 ')
    .replace(/['’‘ʼʻʹ′]/g, '')
  const words = joined.match(/[\p{L}\p{N}\p{M}]+/gu) ?? []
  return UNSPACED.test(joined) ? words.flatMap(inPairs) : words
}

const UNSPACED = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}]/u
const RUNS =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\u30fc]+|[^\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\u30fc]+/gu

/** Scripts without blanks between words are read by pairs of signs, one overlapping the next; a single sign stands alone. */
function inPairs(word: string): string[] {
  return (word.match(RUNS) ?? []).flatMap((run) => {
    const signs = [...run]
    return signs.length === 1 || !UNSPACED.test(run) ? [run] : signs.slice(1).map((sign, i) => (signs[i] ?? '') + sign)
  })
}

/** A single sign of a script without blanks: it is a word by itself only where no other stands beside it. */
export const isSingleSign = (word: string): boolean => [...word].length === 1 && UNSPACED.test(word)

/** Stands behind an initial where it is indexed and asked for as one: a letter that no word has. */
const INITIAL = '\ua78f'

/** "h" as an initial, which is no word "h". */
export const initial = (letter: string): string => letter + INITIAL

/** A text reduced to its words, for comparing whole titles and headings. */
export function plain(text: string): string {
  return wordsOf(text).join(' ')
}
