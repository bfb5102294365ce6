/** Words in a query that name a format, a language, an audience, a branch or a time: offered as narrowings, never applied unasked. */
import { wordsOf } from '../text/index.ts'
import type { Facet } from './vocabulary.ts'

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

type Meaning = { facet: Facet; value: string }

const format = (value: string): Meaning => ({ facet: 'format', value })
const language = (value: string): Meaning => ({ facet: 'language', value })
const audience = (value: string): Meaning => ({ facet: 'audience', value })

const MEANINGS: Record<string, Meaning> = {
  film: format('film'),
  films: format('film'),
  movie: format('film'),
  movies: format('film'),
  dvd: format('dvd'),
  dvds: format('dvd'),
  'blu ray': format('blu-ray'),
  'large print': format('large-print'),
  audiobook: format('spoken'),
  audiobooks: format('spoken'),
  'sheet music': format('score'),
  scores: format('score'),
  map: format('map'),
  maps: format('map'),
  journal: format('journal'),
  journals: format('journal'),
  magazines: format('journal'),
  braille: format('braille'),
  vinyl: format('music-record'),
  games: format('kit'),
  'board game': format('board-game'),
  'board games': format('board-game'),
  english: language('eng'),
  spanish: language('spa'),
  french: language('fre'),
  german: language('ger'),
  italian: language('ita'),
  norwegian: language('nor'),
  polish: language('pol'),
  dutch: language('dut'),
  portuguese: language('por'),
  children: audience('children'),
  childrens: audience('children'),
  kids: audience('children'),
  teenagers: audience('teenagers'),
  teens: audience('teenagers'),
  'young adults': audience('teenagers'),
  adults: audience('adults'),
}
const NEW = new Set(['new', 'newest', 'recent'])
const JOINING = new Set(['for', 'in', 'on', 'at', 'of', 'the', 'and', 'a', 'an', 'from', 'since'])
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
    const length = [3, 2, 1].find(
      (size) => at + size <= words.length && meaningOf(words.slice(at, at + size).join(' '), named) !== undefined,
    )
    const meaning = length === undefined ? undefined : meaningOf(words.slice(at, at + length).join(' '), named)
    if (length !== undefined && meaning) {
      hint.values.push(meaning)
      taken.fill(true, at, at + length)
      at += length - 1
    } else if (NEW.has(words[at] ?? '')) {
      hint.yearFrom = thisYear - RECENT_YEARS + 1
      taken[at] = true
    } else if (isYear(words[at]) && (words[at - 1] === 'since' || words[at - 1] === 'after')) {
      hint.yearFrom = Number(words[at]) + (words[at - 1] === 'after' ? 1 : 0)
      taken.fill(true, at - 1, at + 1)
    } else if (isYear(words[at]) && isYear(words[at + 1])) {
      hint.yearFrom = Number(words[at])
      hint.yearTo = Number(words[at + 1])
      taken.fill(true, at, at + 2)
    }
  }
  if (!taken.includes(true)) return null
  const left = words.filter((_, at) => !taken[at])
  hint.rest = left.every((word) => JOINING.has(word)) ? '' : withoutLooseEnds(words, taken).join(' ')
  return hint
}

const meaningOf = (words: string, places: ReadonlyMap<string, Meaning>): Meaning | undefined =>
  places.get(words) ?? (Object.hasOwn(MEANINGS, words) ? MEANINGS[words] : undefined)
const isYear = (word: string | undefined): boolean => word !== undefined && /^(1[5-9]|20)\d\d$/.test(word)

/** What is left, without joining words beside what was taken ("herons *in* Spanish", "DVDs *on* herons"). */
function withoutLooseEnds(words: readonly string[], taken: readonly boolean[]): string[] {
  return words.filter(
    (word, at) => !taken[at] && !(JOINING.has(word) && (taken[at - 1] || taken[at + 1] || at === words.length - 1 || at === 0)),
  )
}
