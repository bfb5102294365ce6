/**
 * Interface text. English comes with the application, another language when it is chosen; each is a folder of one shape.
 * What the first page says comes first, the rest with the first page or dialog that says it.
 */
import i18next from 'i18next'
import { initReactI18next } from 'react-i18next'
import { first } from './locales/english/first.ts'
import type { later } from './locales/english/later.ts'
import { loadPart } from './loadPart.ts'
import { browserStorage } from './storage.ts'

declare module 'i18next' {
  interface CustomTypeOptions {
    defaultNS: 'app'
    resources: { app: typeof first & typeof later }
    returnNull: false
  }
}

/** Every language by its code, with its own name. */
export const LANGUAGES = { en: 'English', de: 'Deutsch' } as const
export type Language = keyof typeof LANGUAGES

const TEXTS = {
  en: { first: () => Promise.resolve({ first }), later: () => import('./locales/english/later.ts') },
  de: { first: () => import('./locales/german/first.ts'), later: () => import('./locales/german/later.ts') },
}
const KEY = 'catalex.language'
const isLanguage = (code: string | null | undefined): code is Language => typeof code === 'string' && Object.hasOwn(LANGUAGES, code)

/** The one that was chosen, else the first that the browser asks for. */
function firstLanguage(): Language {
  const chosen = browserStorage.read(KEY)
  if (isLanguage(chosen)) return chosen
  return navigator.languages.map((tag) => tag.slice(0, 2)).find(isLanguage) ?? 'en'
}

export const language = (): Language => (isLanguage(i18next.language) ? i18next.language : 'en')

let laterWanted = false

async function loadTexts(code: Language): Promise<void> {
  const texts = TEXTS[code]
  const [{ first: some }, rest] = await loadPart(() => Promise.all([texts.first(), laterWanted ? texts.later() : null]))
  i18next.addResourceBundle(code, 'app', some, true)
  if (rest) addLater(code, rest.later)
}

/** Loads the rest of the texts, once for each language. */
export async function loadLater(): Promise<void> {
  laterWanted = true
  if (isLaterHere()) return
  const code = language()
  const { later: rest } = await TEXTS[code].later()
  addLater(code, rest)
}

/** Languages whose texts are all here. */
const whole = new Set<Language>()
export const isLaterHere = (): boolean => whole.has(language())

function addLater(code: Language, rest: object): void {
  i18next.addResourceBundle(code, 'app', rest, true)
  whole.add(code)
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
export function offered(codes: readonly string[] | undefined): Language[] {
  const had = (codes ?? []).filter(isLanguage)
  return had.length > 0 ? had : (Object.keys(LANGUAGES) as Language[])
}

async function change(code: Language): Promise<void> {
  await loadTexts(code)
  await i18next.changeLanguage(code)
  document.documentElement.lang = code
}

const start = firstLanguage()
await i18next.use(initReactI18next).init({
  lng: start,
  fallbackLng: 'en',
  defaultNS: 'app',
  resources: { en: { app: first } },
  interpolation: { escapeValue: false },
})
// English is there already, and does where the texts of another language don't come.
if (start !== 'en')
  await loadTexts(start).catch(() => {
    void i18next.changeLanguage('en')
  })
document.documentElement.lang = language()
