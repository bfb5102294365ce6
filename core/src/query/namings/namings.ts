/** The words of all interface languages that name a format, a language, an audience or a time, by what they name. */
import { familyOf, type Carrier } from '../../catalogue/index.ts'
import type { Language } from '../../languages/index.ts'
import type { Facet } from '../vocabulary.ts'
import { english } from './english.ts'
import { german } from './german.ts'
import type { Vocabulary } from './vocabulary.ts'

export type Meaning = { facet: Facet; value: string }

const BY_LANGUAGE: Record<Language, Vocabulary> = { en: english, de: german }
const VOCABULARIES = Object.values(BY_LANGUAGE)
const namesOf = (facet: Facet, names: Record<string, string[] | undefined>): [string, Meaning][] =>
  Object.entries(names).flatMap(([value, words]) => (words ?? []).map((one): [string, Meaning] => [one, { facet, value }]))

const MEANINGS = new Map(
  VOCABULARIES.flatMap(({ formats, languages, audiences }) => [
    ...namesOf('format', formats),
    ...namesOf('language', languages),
    ...namesOf('audience', audiences),
  ]),
)
const setOf = (list: 'recent' | 'since' | 'after' | 'volume' | 'joining'): ReadonlySet<string> =>
  new Set(VOCABULARIES.flatMap((vocabulary) => vocabulary[list]))

export const RECENT = setOf('recent')
export const SINCE = setOf('since')
export const AFTER = setOf('after')
export const VOLUME = setOf('volume')
const JOINING = setOf('joining')

export const meaningOf = (words: string): Meaning | undefined => MEANINGS.get(words)

/** Words that say nothing by themselves. */
export const isStopWord = (word: string): boolean => JOINING.has(word)

export const isYear = (word: string | undefined): boolean => word !== undefined && /^(1[5-9]|20)\d\d$/.test(word)

const FORMAT_WORDS = new Set(VOCABULARIES.flatMap(({ formats }) => Object.values(formats).flat()).flatMap((name) => name.split(' ')))

/** A year, or a word of a format's name: it says what a thing is rather than what it is about. */
export const isFactWord = (word: string): boolean => isYear(word) || FORMAT_WORDS.has(word)

/** What a carrier is called, its family's names included: these words are searched with the record. A plain book is not called anything. */
export const namesOfCarrier = (carrier: Carrier): string[] =>
  carrier === 'book' ? [] : VOCABULARIES.flatMap(({ formats }) => [...(formats[familyOf(carrier)] ?? []), ...(formats[carrier] ?? [])])
