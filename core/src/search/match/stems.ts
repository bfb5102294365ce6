/** Light stemming: the forms of a word in the language of the record it stands in ("harbours", "harbour"). */
import snowball from 'snowball-stemmers'
import type { SearchIndex } from '../store/columns.ts'
import { Numbering, gatheredBy } from '../store/buffers.ts'
import type { Postings } from '../store/postings.ts'
import { TextList } from '../store/textList.ts'

/** ISO 639-2/B code to the stemmer's name. Words of other languages stand for themselves. */
const STEMMERS: Record<string, string> = {
  eng: 'english',
  fre: 'french',
  ger: 'german',
  spa: 'spanish',
  ita: 'italian',
  por: 'portuguese',
  dut: 'dutch',
  nor: 'norwegian',
  swe: 'swedish',
  dan: 'danish',
  fin: 'finnish',
  rus: 'russian',
}

export const STEMMED_LANGUAGES = Object.keys(STEMMERS)
const stemmers = new Map(STEMMED_LANGUAGES.map((code) => [code, snowball.newStemmer(STEMMERS[code])]))

/** From 1, 0 for a language without stemmer. */
export const languageNumber = (code: string): number => STEMMED_LANGUAGES.indexOf(code) + 1

/** Stems of the words that were asked for last; whoever explains a list asks for the same ones again and again. */
const known = new Map<string, string>()
const MOST_KNOWN = 20_000

/** The stem of a folded word, the word itself in a language without stemmer. */
export function stemOf(word: string, language: string): string {
  const stemmer = stemmers.get(language)
  if (!stemmer || word.length < 3 || /\d/.test(word)) return word
  const key = groupKey(language, word)
  const before = known.get(key)
  if (before !== undefined) return before
  if (known.size >= MOST_KNOWN) known.clear()
  const stem = stemmer.stem(word)
  known.set(key, stem)
  return stem
}

const groupKey = (language: string, stem: string): string => `${language}:${stem}`

/** Groups the words of one stem, language by language, of those that records in that language have. */
export function stemGroups(
  terms: TextList,
  postings: Postings,
  language: Uint8Array,
): Pick<SearchIndex, 'stems' | 'stemStart' | 'stemTerm'> {
  const groups = new Numbering()
  const groupOf: number[] = []
  const termOf: number[] = []
  const { termStart, postDoc } = postings
  for (let term = 0; term < terms.length; term += 1) {
    let languages = 0
    for (let p = termStart[term]; p < termStart[term + 1]; p += 1) languages |= 1 << language[postDoc[p]]
    const word = terms.at(term)
    STEMMED_LANGUAGES.forEach((code, i) => {
      if ((languages & (2 << i)) === 0) return
      groupOf.push(groups.of(groupKey(code, stemOf(word, code))))
      termOf.push(term)
    })
  }
  const { texts, place } = groups.sorted()
  const { starts, order } = gatheredBy(
    groupOf.map((group) => place[group]),
    texts.length,
  )
  return { stems: TextList.of(texts), stemStart: starts, stemTerm: order.map((at) => termOf[at]) }
}

/** Other words that say the same in some language, with the languages in which they do (bit n: language number n). */
export function otherForms(index: SearchIndex, word: string): { term: number; languages: number }[] {
  const forms = new Map<number, number>()
  STEMMED_LANGUAGES.forEach((code, i) => {
    const group = index.stems.find(groupKey(code, stemOf(word, code)))
    if (group < 0) return
    for (let at = index.stemStart[group]; at < index.stemStart[group + 1]; at += 1) {
      const term = index.stemTerm[at]
      forms.set(term, (forms.get(term) ?? 0) | (2 << i))
    }
  })
  return [...forms].map(([term, languages]) => ({ term, languages }))
}
