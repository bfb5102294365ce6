/** Leading articles, on which neither matching nor filing depends. */

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

/** Whether a folded word is a leading article in one of the catalogue's languages (ISO 639-2/B code), or in any of them. */
export function isArticle(word: string, language?: string): boolean {
  return language === undefined ? EVERY_ARTICLE.has(word) : (ARTICLES[language]?.includes(word) ?? false)
}

/** The words without a leading article, unless the article is all there is. */
export function withoutArticle(words: readonly string[], language?: string): readonly string[] {
  const [first] = words
  return words.length > 1 && first !== undefined && isArticle(first, language) ? words.slice(1) : words
}
