/** Faults of one file, each by its place, with what would be right. */
import { DateTime } from 'luxon'
import { shown, type WorldFault } from '../files.ts'

export type Place = readonly (string | number)[]

export interface FileFaults {
  found: WorldFault[]
  add(place: Place, value: unknown, expected: string): void
  /** That this value is one of these names. */
  known(place: Place, value: string, names: Iterable<string>, what: string): void
  /** That none of these codes stands there twice. */
  once(place: Place, codes: readonly string[], what?: string): void
  /** That one day does not come before the other; either may be left out. */
  inOrder(place: Place, from: string | undefined, to: string | undefined): void
  /** That weeks are counted from a Monday; they may be left out. */
  monday(place: Place, weeks: { first: string } | undefined): void
}

const MONDAY = 1
/** Names that a fault lists. */
const MOST_NAMES = 20

export function faultsOf(file: string): FileFaults {
  const found: WorldFault[] = []
  const add: FileFaults['add'] = (place, value, expected) => {
    found.push({ file, place: place.join('.'), found: shown(value), expected })
  }
  return {
    found,
    add,
    known: (place, value, names, what) => {
      const all = [...names]
      if (!all.includes(value)) add(place, value, `${what}: ${all.length === 0 ? 'there is none' : all.slice(0, MOST_NAMES).join(', ')}`)
    },
    once: (place, codes, what = 'a code') => {
      codes.forEach((code, i) => {
        if (codes.indexOf(code) < i) add([...place, i, 'code'], code, `${what} that does not stand here twice`)
      })
    },
    inOrder: (place, from, to) => {
      if (from !== undefined && to !== undefined && from > to) add(place, [from, to], 'a first day before the last')
    },
    monday: (place, weeks) => {
      if (weeks && DateTime.fromISO(weeks.first, { zone: 'utc' }).weekday !== MONDAY) add([...place, 'first'], weeks.first, 'a Monday')
    },
  }
}

export const codeOf = ({ code }: { code: string }): string => code
