/** Call numbers as people type them: where they begin on the shelf, and which numbers they mean. */
import { RANK } from './order.ts'
import { isLetterClass, prefixKey, rangeIn, rangeOf, SCHEME_READERS, type CallNumberScheme } from './schemes.ts'

/** Characters that are looked at: no label has more. */
const LONGEST_TYPED = 200

/** Classes that NLM has, where the Library of Congress has none: QS to QZ, and W. */
const NLM_CLASS = /^(?:Q[S-Z]|W)/i

/**
 * Where in shelf order somebody begins who has typed this much of a call number. Its prefix is one that the library has
 * ("FIC ORR"); its scheme is told from how it begins, three digits for Dewey, up to three letters in capitals or before a
 * number for a letter class, else an author's name.
 * @param heads what the library's sort keys begin with: scheme, prefix and the end of the range
 */
export function shelfKeyFrom(text: string, heads: readonly string[] = []): string {
  const typed = text.trim().slice(0, LONGEST_TYPED)
  if (typed === '') return ''
  for (const { scheme, prefix, rest } of prefixedReadings(typed, heads)) {
    const key = rest === '' ? '' : SCHEME_READERS[scheme](rest)?.key
    if (key !== undefined) return rangeOf(scheme, prefix) + key
  }
  const scheme = schemeOf(typed, heads)
  const upTo = SCHEME_READERS[scheme](scheme === 'author' ? typed : typed.toUpperCase())?.key
  return rangeOf(scheme, '') + (upTo ?? (scheme === 'author' ? '' : typed.toUpperCase()))
}

function schemeOf(typed: string, heads: readonly string[]): CallNumberScheme {
  if (/^\d/.test(typed)) return 'dewey'
  if (!/^[A-Z]{1,3}$/.test(typed) && !/^[A-Za-z]{1,3}\s*\d/.test(typed)) return 'author'
  const has = (scheme: CallNumberScheme) => heads.some((head) => rangeIn(head)?.scheme === scheme)
  return has('nlm') && (NLM_CLASS.test(typed) || !has('lc')) ? 'nlm' : 'lc'
}

/** Readings of what was typed behind a prefix that the library has, the longest prefix first. */
function prefixedReadings(typed: string, heads: readonly string[]) {
  const words = typed.split(/\s+/)
  return heads
    .flatMap((head) => {
      const range = rangeIn(head)
      const length = range?.prefix.split(' ').length ?? 0
      const fits = range && range.prefix !== '' && prefixKey(words.slice(0, length).join(' ')) === prefixKey(range.prefix)
      return fits ? [{ ...range, length, rest: words.slice(length).join(' ') }] : []
    })
    .sort((a, b) => b.length - a.length)
}

/** A stretch of sort keys, from one on and before another. */
export interface KeyRange {
  from: string
  before: string
}

/** What is meant by a call number: itself alone, with its volumes and copies, or whatever begins with its pieces. */
export type Meant = 'itself' | 'with volumes' | 'beginning'

/** Which sort keys somebody means who has typed a call number; nothing where no scheme of the library can read it. */
export function keyRangesOf(text: string, heads: readonly string[], meant: Meant): KeyRange[] {
  const typed = text.trim().slice(0, LONGEST_TYPED)
  const plain = heads.flatMap((head) => {
    const range = rangeIn(head)
    return range?.prefix === '' ? [{ ...range, rest: typed }] : []
  })
  return [...prefixedReadings(typed, heads), ...plain].flatMap(({ scheme, prefix, rest }) => {
    const key = SCHEME_READERS[scheme](isLetterClass(scheme) ? rest.toUpperCase() : rest)?.key
    if (key === undefined) return []
    const whole = rangeOf(scheme, prefix) + key
    if (meant === 'beginning') return [{ from: whole, before: `${whole}!` }]
    const itself = { from: whole, before: `${whole} ` }
    return meant === 'itself' ? [itself] : [itself, { from: `${whole} ${RANK.copy}`, before: `${whole} ${RANK.number}` }]
  })
}

/** Whether the text can hardly be anything but a class number, so that all numbers that begin with it are meant: "738.14", "VK1243 .L68". */
export const isClassNumber = (text: string): boolean => /^(?:\d{3}\.\d|[A-Za-z]{1,3}\s?\d{1,4}\s?\.\s?[A-Za-z]?\d)/.test(text.trim())
