/**
 * Interface text. English comes first; another language is another folder of the same shape. What the first page says comes
 * with it, the rest with the first page or dialog that says it.
 */
import i18next from 'i18next'
import { lazy, type ComponentType } from 'react'
import { initReactI18next } from 'react-i18next'
import { first } from './locales/english/first.ts'
import type { later } from './locales/english/later.ts'

declare module 'i18next' {
  interface CustomTypeOptions {
    defaultNS: 'app'
    resources: { app: typeof first & typeof later }
    returnNull: false
  }
}

await i18next
  .use(initReactI18next)
  .init({ lng: 'en', fallbackLng: 'en', defaultNS: 'app', resources: { en: { app: first } }, interpolation: { escapeValue: false } })

/** Loads the rest of the texts, once. */
export async function loadLater(): Promise<void> {
  const { later: texts } = await import('./locales/english/later.ts')
  i18next.addResourceBundle('en', 'app', texts, true)
}

/** A part of the application that is loaded when it is wanted, with what it says. */
export const lazyWithTexts = <Props>(load: () => Promise<{ default: ComponentType<Props> }>) =>
  lazy(async () => {
    const [part] = await Promise.all([load(), loadLater()])
    return part
  })
