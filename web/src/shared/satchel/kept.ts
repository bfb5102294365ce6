/** The satchel of somebody who has not signed in: it lives in this browser, the same in every window of it. */
import { entryKey, withChanges, type Changes, type Entry } from '@catalex/core/satchel'
import { browserStorage } from '../storage.ts'

const KEY = 'catalex.satchel'
const NONE: readonly Entry[] = []
const listeners = new Set<() => void>()

let read: { text: string | null; entries: readonly Entry[] } = { text: null, entries: NONE }

/** The same array as long as nothing changes. */
export function keptEntries(): readonly Entry[] {
  const text = browserStorage.read(KEY)
  if (text !== read.text) read = { text, entries: text === null ? NONE : entriesIn(text) }
  return read.entries
}

/** What stands there may be anybody's: only what is an entry counts. */
function entriesIn(text: string): readonly Entry[] {
  try {
    const found: unknown = JSON.parse(text)
    return Array.isArray(found) ? withChanges([], { add: found.filter(isEntry), remove: [] }).entries : NONE
  } catch {
    return NONE
  }
}

const isEntry = (one: unknown): one is Entry =>
  typeof one === 'object' &&
  one !== null &&
  'controlNumber' in one &&
  typeof one.controlNumber === 'string' &&
  'barcode' in one &&
  (one.barcode === null || typeof one.barcode === 'string') &&
  'added' in one &&
  typeof one.added === 'string' &&
  !Number.isNaN(Date.parse(one.added))

/** @returns what did not fit */
export function changeKept(changes: Changes): Entry[] {
  const { entries, left } = withChanges(keptEntries(), changes)
  if (entries.length === 0) browserStorage.remove(KEY)
  else browserStorage.write(KEY, JSON.stringify(entries))
  tell()
  return left
}

/** What has gone along with a reader leaves; what did not fit stays, as does what another window has added meanwhile. */
export function dropMerged(sent: readonly Entry[], left: readonly Entry[]): void {
  const stay = new Set(left.map(entryKey))
  changeKept({ add: [], remove: sent.filter((entry) => !stay.has(entryKey(entry))) })
}

export function forgetKept(): void {
  browserStorage.remove(KEY)
  tell()
}

function tell(): void {
  for (const listener of listeners) listener()
}

/** @returns stops listening */
export function hearKept(listener: () => void): () => void {
  const other = ({ key }: StorageEvent) => {
    if (key === KEY || key === null) listener()
  }
  listeners.add(listener)
  window.addEventListener('storage', other)
  return () => {
    listeners.delete(listener)
    window.removeEventListener('storage', other)
  }
}
