/** The public branches, and where things are only collected. */
import type { Branch } from '@catalex/contract/libraries'
import { branch, days, publicShelves, shelf } from './branch.ts'

/** In which the book boat moors. */
export const HERON_WEEKS = { every: 2, first: '2026-01-05' }

export const PUBLIC: Branch[] = [
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
export const POINTS: Branch[] = [
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
