/** What a reader gathers: entries in the order in which they came, each once. */
export { MOST_ENTRIES, entryKey, withChanges, type Changes, type Entry, type Which } from './entries.ts'
