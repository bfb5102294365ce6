/** Interface text. English comes first; another language is another file of the same shape. */
import i18next from 'i18next'
import { initReactI18next } from 'react-i18next'
import { english } from './english.ts'

declare module 'i18next' {
  interface CustomTypeOptions {
    defaultNS: 'app'
    resources: { app: typeof english }
    returnNull: false
  }
}

await i18next
  .use(initReactI18next)
  .init({ lng: 'en', fallbackLng: 'en', defaultNS: 'app', resources: { en: { app: english } }, interpolation: { escapeValue: false } })
