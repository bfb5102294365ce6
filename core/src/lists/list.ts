/** A list: titles in an order of its reader's own, each with a note and labels. */
import { entryKey, type Entry, type Which } from '../satchel/index.ts'

export interface ListEntry extends Entry {
  note: string
  labels: string[]
}

export interface TitleList {
  name: string
  about: string
  entries: ListEntry[]
}

/** Whatever is left out stays as it is. */
export interface ListChanges {
  name?: string
  about?: string
  remove?: readonly Which[]
  /** At its end, in this order. */
  add?: readonly ListEntry[]
  /** These come first, in this order; the others follow as they stood. */
  order?: readonly Which[]
  /** Notes and labels of entries that are there. */
  say?: readonly (Which & { note: string; labels: string[] })[]
}

export const MOST_IN_LIST = 500
export const MOST_LISTS = 100
/** Searches that one reader keeps. */
export const MOST_SEARCHES = 100
export const MOST_LABELS = 10
/** Characters. */
export const LONGEST = { name: 200, about: 2000, note: 1000, label: 40 } as const

/** @returns the list, and what did not fit into it */
export function changedList(list: TitleList, changes: ListChanges): { list: TitleList; left: ListEntry[] } {
  const { name = list.name, about = list.about, remove = [], add = [], order = [], say = [] } = changes
  const removed = new Set(remove.map(entryKey))
  const entries = new Map(list.entries.filter((one) => !removed.has(entryKey(one))).map((one) => [entryKey(one), one]))
  const left: ListEntry[] = []
  for (const one of add) {
    if (entries.has(entryKey(one))) continue
    if (entries.size < MOST_IN_LIST) entries.set(entryKey(one), one)
    else left.push(one)
  }
  for (const { note, labels, ...which } of say) {
    const one = entries.get(entryKey(which))
    if (one) entries.set(entryKey(one), { ...one, note: note.trim(), labels: tidy(labels) })
  }
  const first = [...new Set(order.map(entryKey))].flatMap((key) => entries.get(key) ?? [])
  const ordered = [...first, ...[...entries.values()].filter((one) => !first.includes(one))]
  return { list: { name: name.trim() === '' ? list.name : name.trim(), about: about.trim(), entries: ordered }, left }
}

/** Each once, in any case; blanks round them say nothing. */
function tidy(labels: readonly string[]): string[] {
  const kept = new Map<string, string>()
  for (const label of labels.map((one) => one.trim()))
    if (label !== '' && !kept.has(label.toLowerCase())) kept.set(label.toLowerCase(), label)
  return [...kept.values()].slice(0, MOST_LABELS)
}
