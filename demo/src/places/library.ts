/** Pellan Sound Libraries: four systems round a tidal sound. */
import type { Branch, Collection, PickupPoint, System } from '@catalex/contract/libraries'
import type { LibraryFile } from '@catalex/contract/files'

export const SYSTEMS: System[] = [
  { code: 'pslib', name: 'Pellan Sound Public Libraries' },
  { code: 'pellanu', name: 'Pellan University' },
  { code: 'conserv', name: 'Sound Conservatoire', returns: 'own branches' },
  { code: 'nursing', name: 'Corrow College of Nursing' },
]

type Weekly = Branch['hours']
type Span = [string, string]

const days = (spans: Partial<Record<string, Span[]>>): Weekly =>
  Object.fromEntries(Object.entries(spans).flatMap(([list, hours]) => [...list].map((day) => [day, hours ?? []])))

/** In which the book boat moors. */
export const HERON_WEEKS = { every: 2, first: '2026-01-05' }
const MIDWINTER = { from: '2026-12-24', to: '2026-12-27', reason: 'Midwinter closing days' }
const NEW_YEAR = { from: '2027-01-01', to: '2027-01-01', reason: 'New Year' }

const shelf = (code: string, name: string, floor: string, kind: Collection['kind'] = 'open shelf'): Collection => ({
  code,
  name,
  kind,
  floor,
})

const publicShelves = (floors: { fiction: string; nonFiction: string; children: string; media: string }): Collection[] => [
  shelf('fiction', 'Fiction', floors.fiction),
  shelf('nonfic', 'Non-fiction', floors.nonFiction),
  shelf('largeprint', 'Large print', floors.fiction),
  shelf('junior', 'Children’s library', floors.children),
  shelf('media', 'Discs and players', floors.media),
]

interface Draft {
  code: string
  system: string
  name: string
  hours: Weekly
  weeks?: Branch['weeks']
  floors: [code: string, name: string][]
  collections: Collection[]
  desk: string | null
  holdShelfDays?: number
  categories?: string[]
  closures?: Branch['closures']
  notices?: Branch['notices']
  keepsFromShelf?: boolean
  entrance?: string
  bring?: string
  /** What choosing it does to the loan. */
  loan?: string
  loanBegins?: PickupPoint['loanBegins']
  /** Other points of the same branch. */
  pickups?: PickupPoint[]
  /** Street and place, and the last digits of the telephone number. */
  at: [address: string, telephone: string]
}

const branch = (draft: Draft): Branch => ({
  code: draft.code,
  system: draft.system,
  name: draft.name,
  hours: draft.hours,
  ...(draft.weeks === undefined ? {} : { weeks: draft.weeks }),
  closures: [MIDWINTER, NEW_YEAR, ...(draft.closures ?? [])],
  contact: { address: draft.at[0], telephone: `01 555 ${draft.at[1]}`, mail: `${draft.code}@libraries.example` },
  floors: draft.floors.map(([code, name]) => ({ code, name })),
  ...(draft.entrance === undefined ? {} : { entrance: draft.entrance }),
  collections: draft.collections,
  keepsFromShelf: draft.keepsFromShelf ?? true,
  ...(draft.notices === undefined ? {} : { notices: draft.notices }),
  pickups: draft.desk === null ? [] : [pickupAt(draft, draft.desk), ...(draft.pickups ?? [])],
})

const pickupAt = (
  { code, holdShelfDays = 6, bring = 'Your library card', categories, loan, loanBegins }: Draft,
  desk: string,
): PickupPoint => ({
  code,
  desk,
  holdShelfDays,
  bring,
  categories: categories ?? null,
  ...(loan === undefined ? {} : { loan }),
  ...(loanBegins === undefined ? {} : { loanBegins }),
})

const PUBLIC: Branch[] = [
  branch({
    code: 'northmole',
    at: ['2 Mole Quay, Northmole PS1 1AA', '0100'],
    system: 'pslib',
    name: 'Northmole Central',
    desk: 'Collections counter, Level 2',
    entrance: '2',
    pickups: [
      {
        code: 'northmole-lockers',
        name: 'Northmole Central, lockers',
        desk: 'Locker wall on the quay, left of the door',
        hours: days({ 1234567: [['06:00', '23:00']] }),
        holdShelfDays: 3,
        bring: 'Your library card and PIN',
        categories: null,
      },
    ],
    hours: days({ 1234: [['09:00', '20:00']], 5: [['09:00', '19:00']], 6: [['10:00', '17:00']], 7: [['12:00', '16:00']] }),
    floors: [
      ['1', 'Level 1, one flight down from the door'],
      ['2', 'Level 2, the one you walk in on'],
      ['3', 'Level 3, one flight up'],
      ['4', 'Level 4, two flights up'],
    ],
    collections: [
      ...publicShelves({ fiction: '2', nonFiction: '3', children: '1', media: '2' }),
      shelf('music', 'Music and scores', '4'),
      shelf('maps', 'Maps and local studies', '4'),
      shelf('reading', 'Local studies reading room', '4', 'reading room'),
      shelf('journals', 'Newspapers and journals', '3'),
      shelf('things', 'Library of things', '1'),
      shelf('stack', 'Lower stack', '1', 'closed stacks'),
    ],
  }),
  branch({
    code: 'ferrygate',
    at: ['14 Ferrygate Steps, Ferrygate PS1 4FG', '0121'],
    system: 'pslib',
    name: 'Ferrygate',
    desk: 'Front desk, left of the door',
    hours: days({ 13: [['10:00', '19:00']], 24: [['10:00', '17:00']], 5: [['10:00', '17:00']], 6: [['10:00', '14:00']] }),
    floors: [
      ['g', 'ground floor'],
      ['u', 'upper floor, one flight up from the door'],
    ],
    collections: [...publicShelves({ fiction: 'g', nonFiction: 'u', children: 'g', media: 'g' }), shelf('sea', 'Sea and Coast', 'u')],
  }),
  branch({
    code: 'lanternhill',
    at: ['Beacon Row, Lantern Hill PS2 2LH', '0132'],
    system: 'pslib',
    name: 'Lantern Hill',
    desk: 'Desk by the stairs',
    hours: days({ 1235: [['10:00', '18:00']], 6: [['10:00', '13:00']] }),
    floors: [
      ['1', 'Level 1, the one you walk in on'],
      ['2', 'Level 2, one flight up'],
    ],
    collections: publicShelves({ fiction: '1', nonFiction: '2', children: '1', media: '1' }),
  }),
  branch({
    code: 'saltpan',
    at: ['7 Saltpan Lane, Northmole PS1 3SL', '0143'],
    system: 'pslib',
    name: 'Saltpan Lane',
    desk: 'Desk',
    keepsFromShelf: false,
    hours: days({ 24: [['13:00', '19:00']], 135: [['10:00', '16:00']] }),
    floors: [['1', 'the one floor there is']],
    collections: publicShelves({ fiction: '1', nonFiction: '1', children: '1', media: '1' }),
    closures: [{ from: '2026-11-16', to: '2026-11-20', reason: 'Closed after the November flood' }],
  }),
  branch({
    code: 'tarbeck',
    at: ['The Mill, Race Street, Tarbeck PS5 1TM', '0154'],
    system: 'pslib',
    name: 'Tarbeck Mill',
    desk: 'Mill shop counter',
    holdShelfDays: 8,
    hours: days({ 25: [['14:00', '18:00']], 6: [['10:00', '13:00']] }),
    floors: [
      ['1', 'Level 1, over the mill race'],
      ['2', 'the loft, one flight up'],
    ],
    collections: publicShelves({ fiction: '1', nonFiction: '2', children: '1', media: '1' }),
  }),
  branch({
    code: 'corrow',
    at: ['Harbour Road, Isle of Corrow PS9 1CR', '0165'],
    system: 'pslib',
    name: 'Isle of Corrow',
    desk: 'Post office counter',
    holdShelfDays: 8,
    hours: days({ 246: [['11:00', '16:00']] }),
    floors: [['1', 'ground floor, behind the post office']],
    collections: publicShelves({ fiction: '1', nonFiction: '1', children: '1', media: '1' }),
  }),
  branch({
    code: 'wetherdale',
    at: ['School Lane, Wetherdale PS6 2WD', '0176'],
    system: 'pslib',
    name: 'Wetherdale',
    notices: { channel: 'letter', until: '2026-12-12', reason: 'the telephone line is being laid anew.' },
    desk: 'Desk',
    holdShelfDays: 8,
    hours: days({ 13: [['14:00', '19:00']], 6: [['10:00', '13:00']] }),
    floors: [['1', 'ground floor']],
    collections: publicShelves({ fiction: '1', nonFiction: '1', children: '1', media: '1' }),
  }),
  branch({
    code: 'heron',
    at: ['Moored at Northmole, Tarbeck, Corrow or Wetherdale quay', '0187'],
    system: 'pslib',
    name: 'Bookboat Heron',
    desk: 'On deck, by the gangway',
    holdShelfDays: 14,
    hours: days({ 3: [['10:00', '16:30']] }),
    weeks: HERON_WEEKS,
    floors: [
      ['deck', 'on deck'],
      ['hold', 'below, four steps down'],
    ],
    collections: [
      shelf('fiction', 'Fiction', 'hold'),
      shelf('nonfic', 'Non-fiction', 'hold'),
      shelf('junior', 'Children’s shelf', 'deck'),
      shelf('largeprint', 'Large print', 'deck'),
    ],
  }),
]

/** Where things are only collected. */
const POINTS: Branch[] = [
  branch({
    code: 'skerry',
    at: ['Skerry Stores, 1 Causeway, Skerry Point PS7 1SP', '0198'],
    system: 'pslib',
    name: 'Skerry Point Stores',
    desk: 'Shop counter; ask for the library crate',
    loan: 'The loan begins when the thing is sent, not when you collect it.',
    loanBegins: 'when sent',
    holdShelfDays: 8,
    keepsFromShelf: false,
    hours: days({ 12345: [['08:00', '17:30']], 6: [['09:00', '12:00']] }),
    floors: [],
    collections: [],
  }),
]

const STUDENTS = ['student', 'lecturer', 'visitor']
const UNIVERSITY: Branch[] = [
  branch({
    code: 'cope',
    at: ['Cope Court, Pellan University, Northmole PS1 8PU', '0201'],
    system: 'pellanu',
    name: 'Cope Library',
    desk: 'Help desk, level 1',
    bring: 'Your university card, or your library card and something with your name on it',
    hours: days({ 12345: [['08:30', '21:00']], 6: [['10:00', '18:00']], 7: [['12:00', '18:00']] }),
    floors: [
      ['1', 'level 1, the one you walk in on'],
      ['2', 'level 2, one flight up'],
      ['3', 'level 3, two flights up'],
    ],
    collections: [
      shelf('stacks', 'Main collection', '2'),
      shelf('letters', 'Language and literature', '3'),
      shelf('reading', 'Reading room', '3', 'reading room'),
      shelf('reserve', 'Course reserves', '1', 'course reserve'),
      shelf('journals', 'Journals', '2', 'reading room'),
    ],
  }),
  branch({
    code: 'ketteridge',
    at: ['Ketteridge Building, Pellan University, Northmole PS1 8KS', '0212'],
    system: 'pellanu',
    name: 'Ketteridge Science Library',
    desk: 'Service point, level 1',
    hours: days({ 12345: [['08:30', '20:00']], 6: [['10:00', '16:00']] }),
    floors: [
      ['0', 'level 0, one flight down'],
      ['1', 'level 1, the one you walk in on'],
    ],
    collections: [
      shelf('stacks', 'Main collection', '1'),
      shelf('journals', 'Journals', '0', 'reading room'),
      shelf('reserve', 'Course reserves', '1', 'course reserve'),
    ],
  }),
  branch({
    code: 'maritime',
    at: ['Old Customs House, Pellan University, Northmole PS1 7ML', '0223'],
    system: 'pellanu',
    name: 'Maritime and Law Library',
    desk: 'Porter’s desk',
    categories: STUDENTS,
    hours: days({ 12345: [['09:00', '18:00']] }),
    floors: [
      ['1', 'level 1'],
      ['2', 'the gallery, one flight up'],
    ],
    collections: [shelf('law', 'Law', '1'), shelf('sea', 'Maritime collection', '2'), shelf('charts', 'Chart room', '2', 'reading room')],
  }),
  branch({
    code: 'store',
    at: ['Unit 4, Causeway Park, Tarbeck PS5 4US', '0234'],
    system: 'pellanu',
    name: 'University Store',
    desk: null,
    hours: days({ 12345: [['08:00', '16:00']] }),
    floors: [['s', 'closed to readers']],
    collections: [shelf('store', 'Store', 's', 'store')],
  }),
]

const SPECIAL: Branch[] = [
  branch({
    code: 'musiclib',
    at: ['Double Stair, Sound Conservatoire, Northmole PS1 5SC', '0301'],
    system: 'conserv',
    name: 'Conservatoire Music Library',
    desk: 'Issue desk',
    hours: days({ 1234: [['09:00', '20:00']], 5: [['09:00', '17:00']], 6: [['10:00', '14:00']] }),
    floors: [['1', 'first floor, up the double stair']],
    collections: [
      shelf('scores', 'Scores', '1'),
      shelf('recordings', 'Recordings', '1'),
      shelf('books', 'Books on music', '1'),
      shelf('instruments', 'Instrument store', '1', 'closed stacks'),
    ],
  }),
  branch({
    code: 'college',
    at: ['Ward Road, Corrow College of Nursing, Lantern Hill PS2 6CN', '0401'],
    system: 'nursing',
    name: 'College Library',
    desk: 'Library counter',
    holdShelfDays: 8,
    hours: days({ 12345: [['09:00', '17:00']] }),
    floors: [['1', 'ground floor, past the skills ward']],
    collections: [shelf('stacks', 'Main collection', '1'), shelf('reserve', 'Course reserves', '1', 'course reserve')],
  }),
]

export const LIBRARY: LibraryFile = {
  name: 'Pellan Sound Libraries',
  format: 2,
  timeZone: 'Europe/Dublin',
  currency: 'EUR',
  joining: {
    bring: 'something with your name and address on it',
    terms:
      'You bring back what you borrow by its day, or pay what the library charges; the libraries keep your name and address as long as you have the card.',
    guardianUnder: 16,
  },
  systems: SYSTEMS,
  branches: [...PUBLIC, ...POINTS, ...UNIVERSITY, ...SPECIAL],
}

/** The same library with as many more public branches as make `count` in all, for measuring at size. */
export function libraryOfSize(count: number): LibraryFile {
  const [, , model] = PUBLIC
  if (!model) return LIBRARY
  const more = Array.from({ length: Math.max(0, count - LIBRARY.branches.length) }, (_, i): Branch => ({
    ...model,
    code: `branch${String(i + 1)}`,
    name: `Branch ${String(i + 1)}`,
    pickups: model.pickups.map((pickup) => ({ ...pickup, code: `branch${String(i + 1)}` })),
  }))
  return { ...LIBRARY, branches: [...LIBRARY.branches, ...more] }
}
