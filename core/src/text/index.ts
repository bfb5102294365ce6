/** Text as a catalogue compares it: folding, words, leading articles, names in either order. */
export { isArticle, withoutArticle } from './articles.ts'
export { filingOf, type Filing } from './filing.ts'
export { fold } from './fold.ts'
export { spokenKey, spokenName } from './names.ts'
export { ascii, decodeUtf8, encodeUtf8, sequenceAt } from './utf8.ts'
export { initial, isSingleSign, plain, wordsOf } from './words.ts'
