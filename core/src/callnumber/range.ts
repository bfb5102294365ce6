/** Stretches of a shelf, as the sign on a bay says them: from one call number to another. */
import { isLetterClass, rangeOf, SCHEME_READERS, type CallNumberScheme } from './schemes.ts'
import type { KeyRange } from './typed.ts'

/** Both ends are included, the last with whatever begins with it: "600" to "629" holds 629.4 too. */
export interface CallNumberRange {
  scheme: CallNumberScheme
  /** Written before the numbers, such as "J FIC"; none where it is left out. */
  prefix?: string
  /** From the first where it is left out. */
  from?: string
  /** To the last where it is left out. */
  to?: string
}

/** Higher than whatever stands in a key. */
const LAST = '\uffff'

/** Sort keys of the range; null where an end can't be read in its scheme, or comes before the other. */
export function keysIn({ scheme, prefix = '', from, to }: CallNumberRange): KeyRange | null {
  const range = rangeOf(scheme, prefix)
  const first = from === undefined ? '' : keyOf(scheme, from)
  const last = to === undefined ? '' : keyOf(scheme, to)
  if (first === null || last === null) return null
  const keys = { from: range + first, before: range + last + LAST }
  return keys.from < keys.before ? keys : null
}

const keyOf = (scheme: CallNumberScheme, text: string): string | null =>
  SCHEME_READERS[scheme](isLetterClass(scheme) ? text.toUpperCase() : text)?.key ?? null
