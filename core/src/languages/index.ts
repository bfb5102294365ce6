/**
 * Every language of the interface by its ISO 639-1 code, with its own name.
 * A language is one line here and a folder of texts in each package that has any; the compiler and the tests name what is missing.
 */
export const LANGUAGES = { en: 'English', de: 'Deutsch' } as const

export type Language = keyof typeof LANGUAGES
export const LANGUAGE_CODES = Object.keys(LANGUAGES) as readonly Language[]

/** The language of what has not been translated. */
export const DEFAULT_LANGUAGE: Language = 'en'

export const isLanguage = (code: string | null | undefined): code is Language => typeof code === 'string' && Object.hasOwn(LANGUAGES, code)
