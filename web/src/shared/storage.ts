/**
 * What this browser keeps, and what this window keeps. A browser may forbid storage, or have no room left: then it is kept
 * in the memory of the page, so that everything works as long as the page is open.
 */
interface TextStorage {
  read(key: string): string | null
  write(key: string, text: string): void
  remove(key: string): void
  clear(): void
}

function textStorage(find: () => Storage): TextStorage {
  /** What could not be stored; null where it could not be removed. */
  const unstored = new Map<string, string | null>()
  /** @returns null where storage refuses */
  const tried = <T>(act: (storage: Storage) => T): { result: T } | null => {
    try {
      return { result: act(find()) }
    } catch {
      return null
    }
  }
  const change = (key: string, text: string | null) => {
    const done = tried((storage) => {
      if (text === null) storage.removeItem(key)
      else storage.setItem(key, text)
    })
    if (done) unstored.delete(key)
    else unstored.set(key, text)
  }
  return {
    read: (key) => {
      const text = unstored.get(key)
      return text === undefined ? (tried((storage) => storage.getItem(key))?.result ?? null) : text
    },
    write: change,
    remove: (key) => {
      change(key, null)
    },
    clear: () => {
      unstored.clear()
      tried((storage) => {
        storage.clear()
      })
    },
  }
}

/** Kept for every window, at later visits too. */
export const browserStorage = textStorage(() => window.localStorage)
/** Kept for this window, until it is closed. */
export const windowStorage = textStorage(() => window.sessionStorage)
