/** How one edition of a work differs from another, as far as somebody who chooses between them cares. */
import { plain } from '../../text/index.ts'
import { measuresIn } from './extent.ts'
import { familyOf, type Carrier } from './formats.ts'

export interface ComparedEdition {
  carrier: Carrier
  year: number | null
  edition: string | null
  publisher: string | null
  extent: string | null
  languages: readonly string[]
  /** "hardback": as its ISBN is qualified. */
  binding: string | null
}

export type Difference =
  | { kind: 'language'; language: string }
  /** By so many pages. */
  | { kind: 'longer' | 'shorter'; pages: number }
  | { kind: 'edition' | 'publisher' | 'binding'; text: string }

/** A few pages more are another way of setting the same text. */
const REAL_PAGES = 8

/** Families whose length in pages says how much there is to read. */
const READ = ['print', 'large-print', 'braille', 'score']

/** Of `other` as seen from `one`; what only the one or the other says is no difference, nor is another way of writing it. */
export function differencesFrom(one: ComparedEdition, other: ComparedEdition): Difference[] {
  const [language] = other.languages
  const found: Difference[] = []
  if (language !== undefined && one.languages.length > 0 && language !== one.languages[0]) found.push({ kind: 'language', language })
  const family = familyOf(other.carrier)
  const alike = family === familyOf(one.carrier)
  const pages = alike && READ.includes(family) ? pagesMore(one, other) : null
  if (pages !== null && Math.abs(pages) >= REAL_PAGES) found.push({ kind: pages > 0 ? 'longer' : 'shorter', pages: Math.abs(pages) })
  for (const kind of ['edition', 'publisher', 'binding'] as const) {
    const [before, text] = [one[kind], other[kind]]
    const comparable = kind !== 'binding' || alike
    if (comparable && before !== null && text !== null && plain(before) !== plain(text)) found.push({ kind, text })
  }
  return found
}

function pagesMore(one: ComparedEdition, other: ComparedEdition): number | null {
  const [before, after] = [measuresIn(one.extent).pages, measuresIn(other.extent).pages]
  return before === null || after === null ? null : after - before
}
