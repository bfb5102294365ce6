/**
 * Interface text. English comes with the application, another language when it is chosen.
 * What the first page says comes first, the rest with the first page or dialog that says it.
 */
import { DEFAULT_LANGUAGE, isLanguage, LANGUAGE_CODES, type Language } from '@catalex/core/languages'
import i18next from 'i18next'
import { initReactI18next } from 'react-i18next'
import { loadPart } from './loadPart.ts'
import { initialEnglish, loadDeferred, loadInitial } from './locales/loadTexts.ts'
import type { DeferredTexts, InitialTexts } from './locales/texts.ts'
import { browserStorage } from './storage.ts'

declare module 'i18next' {
  interface CustomTypeOptions {
    defaultNS: 'app'
    resources: { app: InitialTexts & DeferredTexts }
    returnNull: false
  }
}

const KEY = 'catalex.language'

/** The one that was chosen, else the first that the browser asks for. */
function firstLanguage(): Language {
  const chosen = browserStorage.read(KEY)
  if (isLanguage(chosen)) return chosen
  return navigator.languages.map((tag) => tag.slice(0, 2)).find(isLanguage) ?? DEFAULT_LANGUAGE
}

export const language = (): Language => (isLanguage(i18next.language) ? i18next.language : DEFAULT_LANGUAGE)

let deferredWanted = false
/** Languages whose texts are all here. */
const complete = new Set<Language>()

async function loadTexts(code: Language): Promise<void> {
  const [first, rest] = await loadPart(() => Promise.all([loadInitial(code), deferredWanted ? loadDeferred(code) : null]))
  addTexts(code, first)
  if (rest) addDeferred(code, rest)
}

/** Loads the rest of the texts, once for each language. */
export async function loadDeferredTexts(): Promise<void> {
  deferredWanted = true
  if (hasDeferredTexts()) return
  const code = language()
  addDeferred(code, await loadDeferred(code))
}

export const hasDeferredTexts = (): boolean => complete.has(language())

function addDeferred(code: Language, texts: readonly object[]): void {
  addTexts(code, texts)
  complete.add(code)
}

/** Files of several rooms may say something of the same part of the screen. */
function addTexts(code: Language, texts: readonly object[]): void {
  for (const some of texts) i18next.addResourceBundle(code, 'app', some, true)
}

/** Speaks another language from now on, here and at the next visit. */
export async function speak(code: Language): Promise<void> {
  await change(code)
  browserStorage.write(KEY, code)
}

/** Speaks the first language of a library that does not have the one that is spoken. @param codes ISO 639-1 */
export async function speakOneOf(codes: readonly string[] | undefined): Promise<void> {
  const [first] = offered(codes)
  if (first !== undefined && !offered(codes).includes(language())) await change(first)
}

/** Of the languages that a library names, those that we have; all where it names none. */
export function offered(codes: readonly string[] | undefined): readonly Language[] {
  const had = (codes ?? []).filter(isLanguage)
  return had.length > 0 ? had : LANGUAGE_CODES
}

async function change(code: Language): Promise<void> {
  await loadTexts(code)
  await i18next.changeLanguage(code)
  document.documentElement.lang = code
}

const start = firstLanguage()
await i18next.use(initReactI18next).init({
  lng: start,
  fallbackLng: DEFAULT_LANGUAGE,
  defaultNS: 'app',
  resources: { [DEFAULT_LANGUAGE]: { app: {} } },
  interpolation: { escapeValue: false },
})
addTexts(DEFAULT_LANGUAGE, initialEnglish)
// English is there already, and does where the texts of another language don't come.
if (start !== DEFAULT_LANGUAGE)
  await loadTexts(start).catch(() => {
    void i18next.changeLanguage(DEFAULT_LANGUAGE)
  })
document.documentElement.lang = language()
