/**
 * Words as a catalogue compares them: without case, diacritics or punctuation.
 * Everything that is matched, sorted or grouped by its text goes through here, so that the
 * index, the query and the headings always agree.
 */

/** Letters that Unicode does not decompose, though readers type them without the stroke or ligature. */
const PLAIN: Record<string, string> = {
  ø: 'o',
  đ: 'd',
  ð: 'd',
  ħ: 'h',
  ı: 'i',
  ł: 'l',
  ŋ: 'n',
  ŧ: 't',
  æ: 'ae',
  œ: 'oe',
  ß: 'ss',
  þ: 'th',
  ƶ: 'z',
}

const ARTICLES: Record<string, readonly string[]> = {
  eng: ['the', 'a', 'an'],
  fre: ['le', 'la', 'les', 'l', 'un', 'une'],
  ger: ['der', 'die', 'das', 'ein', 'eine'],
  spa: ['el', 'la', 'los', 'las', 'un', 'una'],
  ita: ['il', 'lo', 'la', 'gli', 'l', 'un', 'uno', 'una'],
  por: ['o', 'os', 'um', 'uma'],
  dut: ['de', 'het', 'een'],
}
const EVERY_ARTICLE = new Set(Object.values(ARTICLES).flat())

/** Lower case, without diacritics: "Ærø Brønd" -> "aero brond". Other scripts pass unchanged but for case. */
export function fold(text: string): string {
  const bare = text
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
  return bare.replace(/[øđðħıłŋŧæœßþƶ]/g, (letter) => PLAIN[letter] ?? letter)
}

/**
 * The words of a text, folded, in order. A possessive ending goes ("keeper's" -> "keeper"), any other apostrophe inside
 * a word joins ("o'clock" -> "oclock"), except after an elided article or pronoun ("l'eau" -> "l", "eau"); everything
 * else that is no letter, mark or digit parts words.
 */
export function wordsOf(text: string): string[] {
  const joined = fold(text)
    .replace(/(?<=\p{L})['’]s(?![\p{L}\p{N}])/gu, '')
    .replace(/\b([cdjlmnst]|qu)['’](?=\p{L}{2})/gu, '$1 ')
    .replace(/['’ʼ]/g, '')
  return joined.match(/[\p{L}\p{N}\p{M}]+/gu) ?? []
}

/** A text reduced to its words, for comparing whole titles and headings. */
export function plain(text: string): string {
  return wordsOf(text).join(' ')
}

/** Whether a folded word is a leading article in one of the catalogue's languages (ISO 639-2/B code), or in any of them. */
export function isArticle(word: string, language?: string): boolean {
  return language === undefined ? EVERY_ARTICLE.has(word) : (ARTICLES[language]?.includes(word) ?? false)
}

/** The words without a leading article, unless the article is all there is. */
export function withoutArticle(words: readonly string[], language?: string): readonly string[] {
  const [first] = words
  return words.length > 1 && first !== undefined && isArticle(first, language) ? words.slice(1) : words
}
