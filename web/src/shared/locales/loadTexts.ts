/**
 * The files of texts: a folder a language, a file a room. `initial` is what the first page says, in English with the
 * application; `deferred` and `captions` come when they are wanted. A new folder is found by itself.
 */
import type { Language } from '@catalex/core/languages'
import type { Captions } from './texts.ts'

type Loaders<T> = Record<string, () => Promise<T>>

export const initialEnglish = Object.values(import.meta.glob<object>('./en/initial/*.json', { eager: true, import: 'default' }))
const initial: Loaders<object> = import.meta.glob<object>(['./*/initial/*.json', '!./en/**'], { import: 'default' })
const deferred: Loaders<object> = import.meta.glob<object>('./*/deferred/*.json', { import: 'default' })
const captions: Loaders<Captions> = import.meta.glob<Captions>('./*/captions.json', { import: 'default' })

const loadOf = <T>(files: Loaders<T>, code: Language): Promise<T[]> =>
  Promise.all(Object.entries(files).flatMap(([path, load]) => (path.startsWith(`./${code}/`) ? [load()] : [])))

export const loadInitial = (code: Language): Promise<object[]> => (code === 'en' ? Promise.resolve(initialEnglish) : loadOf(initial, code))

export const loadDeferred = (code: Language): Promise<object[]> => loadOf(deferred, code)

/** What classes of call numbers are about. */
export async function loadCaptions(code: Language): Promise<Captions> {
  const [found] = await loadOf(captions, code)
  if (!found) throw new Error(`no captions in ${code}`)
  return found
}
