/** What goes wrong with the file of the database, as the driver calls it: by the code in the error's message. */

export const STORAGE_FAULTS = ['busy', 'full', 'unwritable', 'unreadable'] as const
export type StorageFault = (typeof STORAGE_FAULTS)[number]

const CODES: Record<StorageFault, RegExp> = {
  /** Another process kept it locked for too long. */
  busy: /SQLITE_(BUSY|LOCKED)/,
  full: /SQLITE_FULL/,
  unwritable: /SQLITE_(READONLY|PERM|CANTOPEN)/,
  unreadable: /SQLITE_(IOERR|CORRUPT|NOTADB)/,
}

/** @returns null where the storage is not at fault */
export function storageFault(error: unknown): StorageFault | null {
  if (!(error instanceof Error)) return null
  return STORAGE_FAULTS.find((fault) => CODES[fault].test(error.message)) ?? null
}
