/** Titles of which a lecturer of the university has the only copy, for long. */
import { publisherNamed } from '../vocabulary/names.ts'
import { one, out, person, type Story } from './story.ts'

/** Card of the lecturer among the sample readers. */
export const LECTURER = '00042556'

/** The first may be recalled; the second has been, for somebody who waits at Cope Library. */
export const lentForLong = (): Story[] => [
  one(
    {
      title: 'Brackish margins',
      remainder: 'a field guide to the saltings of Pellan',
      author: person('Ysolde', 'Carnbrook', 1959),
      year: 2018,
      publisher: publisherNamed('Meridian Scholarly'),
      extent: 'xii, 244 pages : illustrations, maps ; 24 cm',
      dewey: '577.69',
      lc: 'QH541.5',
      subjects: [{ heading: 'Salt marsh ecology', place: null }],
      summary: 'What grows, nests and silts up between the sea wall and the low-water mark, square by square.',
    },
    out('cope', 63).map((copy) => ({ ...copy, lentTo: LECTURER })),
  ),
  one(
    {
      title: 'Sounding leads',
      remainder: 'measuring depth before the chart',
      author: person('Anselm', 'Torvik', 1947),
      year: 2009,
      publisher: publisherNamed('Meridian Scholarly'),
      extent: '318 pages : illustrations ; 24 cm',
      dewey: '551.46',
      lc: 'GC75',
      subjects: [{ heading: 'Hydrographic surveying -- History', place: null }],
      summary: 'Lines, tallow and patience: how pilots knew what lay under the keel.',
    },
    out('cope', 12).map((copy) => ({ ...copy, lentTo: LECTURER, lentUntil: 55 })),
    ['cope'],
  ),
]
