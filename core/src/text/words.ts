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
  return joined.match(/[\p{L}\p{N}\p{M}]+/gu) ?? []
}

/** A text reduced to its words, for comparing whole titles and headings. */
export function plain(text: string): string {
  return wordsOf(text).join(' ')
}
