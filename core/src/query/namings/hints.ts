/** Words in a query that name a format, a language, an audience, a branch, a time or a volume: another way to read it. */
import { wordsOf } from '../../text/index.ts'
import type { Facet } from '../vocabulary.ts'
import { AFTER, isStopWord, isYear, meaningOf, RECENT, SINCE, VOLUME, type Meaning } from './namings.ts'

export interface Hint {
  values: { facet: Facet; value: string }[]
  yearFrom: number | null
  yearTo: number | null
  /** The query without the words that were understood. */
  rest: string
}

export interface NamedPlace {
  name: string
  code: string
}

const RECENT_YEARS = 3

/** @returns null when nothing in the query names such a thing */
export function hintIn(text: string, places: readonly NamedPlace[], thisYear: number): Hint | null {
  // Quotes, operators and brackets mean that the words are meant as words.
  if (/["()*]|\b(AND|OR|NOT)\b/.test(text)) return null
  const words = wordsOf(text)
  const named = new Map<string, Meaning>(places.map(({ name, code }) => [wordsOf(name).join(' '), { facet: 'place', value: code }]))
  const taken = new Array<boolean>(words.length).fill(false)
  const hint: Hint = { values: [], yearFrom: null, yearTo: null, rest: '' }
  for (let at = 0; at < words.length; at += 1) {
    const length = [4, 3, 2, 1].find(
      (size) => at + size <= words.length && meaningIn(words.slice(at, at + size).join(' '), named) !== undefined,
    )
    const meaning = length === undefined ? undefined : meaningIn(words.slice(at, at + length).join(' '), named)
    if (length !== undefined && meaning) {
      hint.values.push(meaning)
      taken.fill(true, at, at + length)
      at += length - 1
    } else if (RECENT.has(words[at] ?? '')) {
      hint.yearFrom = thisYear - RECENT_YEARS + 1
      taken[at] = true
    } else if (isYear(words[at]) && (SINCE.has(words[at - 1] ?? '') || AFTER.has(words[at - 1] ?? ''))) {
      hint.yearFrom = Number(words[at]) + Number(AFTER.has(words[at - 1] ?? ''))
      taken.fill(true, at - 1, at + 1)
    } else if (isYear(words[at]) && isYear(words[at + 1])) {
      hint.yearFrom = Number(words[at])
      hint.yearTo = Number(words[at + 1])
      taken.fill(true, at, at + 2)
    }
  }
  if (!taken.includes(true)) return null
  const left = words.filter((_, at) => !taken[at])
  hint.rest = left.every(isStopWord) ? '' : withoutLooseEnds(words, taken).join(' ')
  return hint
}

const meaningIn = (words: string, places: ReadonlyMap<string, Meaning>): Meaning | undefined => places.get(words) ?? meaningOf(words)

/** What is left, without joining words beside what was taken ("herons *in* Spanish", "DVDs *on* herons"). */
function withoutLooseEnds(words: readonly string[], taken: readonly boolean[]): string[] {
  return words.filter(
    (word, at) => !taken[at] && !(isStopWord(word) && (taken[at - 1] || taken[at + 1] || at === words.length - 1 || at === 0)),
  )
}

/**
 * A query that names a volume without the word for it: series count their volumes by number alone.
 * "the orrick inquests volume 3" -> "the orrick inquests 3". Null where none is named.
 */
export function volumeReading(text: string): { withNumber: string; withoutNumber: string } | null {
  if (/["()*]|\b(AND|OR|NOT)\b/.test(text)) return null
  const words = wordsOf(text)
  const at = words.findIndex((word, i) => VOLUME.has(word) && /^\d{1,4}$/.test(words[i + 1] ?? ''))
  if (at < 0) return null
  const without = (count: number) => words.filter((_, i) => i < at || i >= at + count).join(' ')
  return { withNumber: without(1), withoutNumber: without(2) }
}
