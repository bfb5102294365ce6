/** Entries of a satchel or of a list: changed by what comes and what goes, so that two windows never undo each other. */

export interface Which {
  controlNumber: string
  /** One volume of it; null for any copy. */
  barcode: string | null
}

export interface Entry extends Which {
  /** ISO time. */
  added: string
}

export interface Changes<E extends Entry = Entry> {
  add: readonly E[]
  /** Taken out before anything is added. */
  remove: readonly Which[]
}

/** More do not fit: somebody who has gathered so many makes a list of them first. */
export const MOST_ENTRIES = 200

/** The same for what is the same thing. */
export const entryKey = ({ controlNumber, barcode }: Which): string => JSON.stringify([controlNumber, barcode])

/**
 * What is there already stays as it is. Entries stand by the time at which they were added; an edition that takes the place of another
 * takes its time, too.
 * @returns the entries, the last added first, and those that did not fit
 */
export function withChanges<E extends Entry>(
  entries: readonly E[],
  { add, remove }: Changes<E>,
  most = MOST_ENTRIES,
): { entries: E[]; left: E[] } {
  const removed = new Set(remove.map(entryKey))
  const kept = new Map(entries.filter((one) => !removed.has(entryKey(one))).map((one) => [entryKey(one), one]))
  const left: E[] = []
  for (const one of add) {
    const key = entryKey(one)
    if (kept.has(key)) continue
    if (kept.size < most) kept.set(key, one)
    else left.push(one)
  }
  // Equal times keep the order in which they came.
  return { entries: [...kept.values()].sort((a, b) => (a.added < b.added ? 1 : a.added > b.added ? -1 : 0)), left }
}
