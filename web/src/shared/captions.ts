/** What classes are about, in the language that is spoken; loaded when somebody asks. */
import type { Language } from '@catalex/core/languages'
import { language } from './i18n.ts'
import { loadPart } from './loadPart.ts'
import { loadCaptions } from './locales/loadTexts.ts'
import type { Captions } from './locales/texts.ts'

export type { Captions }

const loaded = new Map<Language, Promise<Captions>>()

/** The same promise for a language, whenever it is asked for. */
export function captionsOf(): Promise<Captions> {
  const code = language()
  const before = loaded.get(code)
  if (before) return before
  const found = loadPart(() => loadCaptions(code))
  loaded.set(code, found)
  // What did not come is asked for again the next time.
  found.catch(() => loaded.delete(code))
  return found
}
