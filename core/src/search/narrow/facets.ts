/** The values of facets, and what is known of copies, as the index keeps them. */
import type { ListedFacet } from '../../query/index.ts'
import { FAMILY_CODES, type BibRecord } from '../../catalogue/index.ts'

export const USE_BITS = { loan: 1, 'short loan': 2, 'here only': 4, 'fetched on request': 8 } as const
/** Uses that let a copy leave the building for longer than some hours. */
export const TAKE_HOME = USE_BITS.loan | USE_BITS['fetched on request']

export const isForHome = (use: keyof typeof USE_BITS): boolean => (USE_BITS[use] & TAKE_HOME) !== 0

export function facetValuesOf(title: BibRecord): Record<ListedFacet, string[]> {
  return {
    language: title.languages,
    audience: title.audience ? [title.audience] : [],
    form: title.fiction === null ? [] : [title.fiction ? 'fiction' : 'non-fiction'],
    genre: title.genres,
    person: [...new Set(title.people.map(({ heading }) => heading))],
    subject: title.subjects.map((subject) => subject.heading),
    series: [...new Set(title.series.map((entry) => entry.title))],
  }
}

/**
 * Which uses of copies can be sent, by family and place: one octet of use bits each, nodes of the place tree within
 * families. Made by whoever knows the rules for a reader and a pickup location.
 */
export type SendTable = Uint8Array

export function sendTable<Place>(
  places: readonly Place[],
  allowed: (family: (typeof FAMILY_CODES)[number], place: Place, use: keyof typeof USE_BITS) => boolean,
): SendTable {
  const uses = Object.keys(USE_BITS) as (keyof typeof USE_BITS)[]
  return Uint8Array.from(
    FAMILY_CODES.flatMap((family) =>
      places.map((place) => uses.reduce((bits, use) => bits | (allowed(family, place, use) ? USE_BITS[use] : 0), 0)),
    ),
  )
}
