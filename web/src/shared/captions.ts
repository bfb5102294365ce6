/** What classes are about, in the language that is spoken; loaded when somebody asks. */
import type { captions } from './locales/english/captions.ts'
import { language, type Language } from './i18n.ts'
import { loadPart } from './loadPart.ts'

export type Captions = typeof captions

const loaded = new Map<Language, Promise<Captions>>()
const LOAD: Record<Language, () => Promise<{ captions: Captions }>> = {
  en: () => import('./locales/english/captions.ts'),
  de: () => import('./locales/german/captions.ts'),
}

/** The same promise for a language, whenever it is asked for. */
export function captionsOf(): Promise<Captions> {
  const code = language()
  const before = loaded.get(code)
  if (before) return before
  const found = loadPart(LOAD[code]).then((one) => one.captions)
  loaded.set(code, found)
  // What did not come is asked for again the next time.
  found.catch(() => loaded.delete(code))
  return found
}
