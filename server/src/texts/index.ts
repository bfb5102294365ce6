/** What the server says to readers, in every language: one folder a language, one JSON file a kind. */
import { DEFAULT_LANGUAGE, LANGUAGE_CODES } from '@catalex/core/languages'
import { readFileSync } from 'node:fs'
import i18next from 'i18next'

const NAMESPACES = ['notices', 'mail'] as const

const readTexts = (code: string, name: string): object =>
  JSON.parse(readFileSync(new URL(`${code}/${name}.json`, import.meta.url), 'utf8')) as object

/** One instance for the whole process; a language without texts is answered in the first. */
export const texts = i18next.createInstance()
await texts.init({
  fallbackLng: DEFAULT_LANGUAGE,
  ns: NAMESPACES,
  resources: Object.fromEntries(
    LANGUAGE_CODES.map((code) => [code, Object.fromEntries(NAMESPACES.map((name) => [name, readTexts(code, name)]))]),
  ),
  interpolation: { escapeValue: false },
})
