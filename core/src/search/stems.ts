/** Light stemming: the forms of a word in the language of the record it stands in ("harbours", "harbour"). */
import snowball from 'snowball-stemmers'

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
const known = new Map<string, string>()
const MOST_KNOWN = 500_000

/** The stem of a folded word, the word itself in a language without stemmer. */
export function stemOf(word: string, language: string): string {
  const stemmer = stemmers.get(language)
  if (!stemmer || word.length < 3 || /\d/.test(word)) return word
  const key = `${language} ${word}`
  const before = known.get(key)
  if (before !== undefined) return before
  const stem = stemmer.stem(word)
  if (known.size >= MOST_KNOWN) known.clear()
  known.set(key, stem)
  return stem
}

/** How a stem stands among the terms: before all words, so that no prefix of a word meets it. */
const MARK = '='
export const stemTerm = (stem: string, language: string): string => `${MARK}${language}:${stem}`
export const isStemTerm = (term: string): boolean => term.startsWith(MARK)

/** Terms under which other forms of a word may stand: its stem as such in each language, and as a word. */
export function otherForms(word: string): string[] {
  const forms = STEMMED_LANGUAGES.flatMap((language) => {
    const stem = stemOf(word, language)
    return stem === word ? [stemTerm(stem, language)] : [stemTerm(stem, language), stem]
  })
  return [...new Set(forms)]
}
