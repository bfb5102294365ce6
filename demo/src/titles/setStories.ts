/** Titles whose pieces stand in different places, each with a barcode of its own. */
import { publisherNamed } from '../vocabulary/names.ts'
import { one, person, type Story } from './story.ts'

const DISCS = { prefix: 'CD', classPart: '439.82', itemPart: 'VAN', indicator: '1' }

/** The whole course is in now at Northmole; at Ferrygate its discs are out. */
export const setsApart = (): Story[] => [
  one(
    {
      title: 'Norwegian for ferry crews',
      remainder: 'a course in thirty crossings',
      author: person('Halldis', 'Vangmoor', 1968),
      year: 2016,
      publisher: publisherNamed('Quay & Lantern'),
      extent: '212 pages : illustrations ; 23 cm + 2 audio discs (110 min. ; 12 cm)',
      dewey: '439.82',
      lc: 'PD2623',
      subjects: [{ heading: 'Norwegian language -- Conversation', place: null }],
      notes: [{ tag: '500', text: 'The discs are kept with the audiobooks: ask for both, or hold the title and both come together.' }],
      summary: 'Thirty short dialogues on deck, in the galley and at the ticket window, each spoken twice.',
    },
    [
      { branch: 'northmole', enumeration: 'Book', set: '1' },
      { branch: 'northmole', collection: 'media', enumeration: '2 discs', set: '1', call: DISCS },
      { branch: 'ferrygate', enumeration: 'Book', set: '2' },
      { branch: 'ferrygate', collection: 'media', enumeration: '2 discs', set: '2', call: DISCS, dueIn: 9 },
    ],
  ),
]
