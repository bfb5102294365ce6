/** The branches of the university, of the conservatoire and of the college. */
import type { Branch } from '@catalex/contract/libraries'
import { branch, days, shelf } from './branch.ts'

const STUDENTS = ['student', 'lecturer', 'visitor']
export const UNIVERSITY: Branch[] = [
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

export const SPECIAL: Branch[] = [
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
