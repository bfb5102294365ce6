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
  const key = groupKey(language, word)
  const before = known.get(key)
  if (before !== undefined) return before
  if (known.size >= MOST_KNOWN) known.clear()
  const stem = stemIn(word, language)
  known.set(key, stem)
  return stem
}

function stemIn(word: string, language: string): string {
  const stemmer = stemmers.get(language)
  return !stemmer || word.length < 3 || /\d/.test(word) ? word : stemmer.stem(word)
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

export interface OtherForm {
  term: number
  /** Bit n: it says the same in language number n. */
  languages: number
}

/** Forms of the words asked for last: a question and its other readings ask for the same ones. */
const knownForms = new WeakMap<SearchIndex, { languages: readonly string[]; forms: Map<string, readonly OtherForm[]> }>()
const MOST_WORDS_KNOWN = 20_000

/** Other words that say the same in some language. */
export function otherForms(index: SearchIndex, word: string): readonly OtherForm[] {
  const known = knownForms.get(index) ?? { languages: languagesIn(index), forms: new Map<string, readonly OtherForm[]>() }
  knownForms.set(index, known)
  const before = known.forms.get(word)
  if (before) return before
  if (known.forms.size >= MOST_WORDS_KNOWN) known.forms.clear()
  const forms = formsIn(index, word, known.languages)
  known.forms.set(word, forms)
  return forms
}

/** Languages of which there are stems: a stemmer costs more than all else of a word. */
const languagesIn = ({ stems }: SearchIndex): string[] =>
  STEMMED_LANGUAGES.filter((code) => {
    const { from, to } = stems.beginning(groupKey(code, ''))
    return from < to
  })

function formsIn(index: SearchIndex, word: string, among: readonly string[]): OtherForm[] {
  const forms = new Map<number, number>()
  among.forEach((code) => {
    const group = index.stems.find(groupKey(code, stemIn(word, code)))
    if (group < 0) return
    for (let at = index.stemStart[group]; at < index.stemStart[group + 1]; at += 1) {
      const term = index.stemTerm[at]
      forms.set(term, (forms.get(term) ?? 0) | (1 << languageNumber(code)))
    }
  })
  return [...forms].map(([term, languages]) => ({ term, languages }))
}
