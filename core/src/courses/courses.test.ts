import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { courseId, coursesMatching, runsOn, type Course } from './index.ts'

const COURSES: Course[] = [
  { code: 'LAW2', name: 'Coastal law 2', department: 'Law', section: 'evening', instructors: ['Perpetua Varmoor'] },
  { code: 'LAW2', name: 'Coastal law 2', department: 'Law', section: 'day', instructors: ['Odd Børresen'] },
  {
    code: 'HIS1',
    name: 'A history of pilotage',
    department: 'History',
    instructors: ['Perpetua Varmoor', 'Ines Arkley'],
    to: '2026-06-30',
  },
  { code: 'GEO 140', name: 'Rocks of the Sound', department: 'Marine Science', instructors: ['Hedda Corraker'] },
]
const found = (typed: string) => coursesMatching(COURSES, typed, '2026-11-25').map(courseId)

describe('a course is found', () => {
  it.each([
    ['', ['LAW2.day', 'LAW2.evening', 'GEO140', 'HIS1']],
    ['varmoor', ['LAW2.evening', 'HIS1']],
    ['perp law', ['LAW2.evening']],
    ['borresen', ['LAW2.day']],
    ['LAW', ['LAW2.day', 'LAW2.evening']],
    ['evening', ['LAW2.evening']],
    ['his1', ['HIS1']],
    ['pilot', ['HIS1']],
    ['moor', []],
    ['geo 140', ['GEO140']],
    ['GEO140', ['GEO140']],
    ['geo-14', ['GEO140']],
    ['140', ['GEO140']],
    ['law 2', ['LAW2.day', 'LAW2.evening']],
    ['geo 141', []],
  ])('by %j', (typed, ids) => {
    expect(found(typed)).toEqual(ids)
  })
  it('by any beginning of any of its words, in any order', () => {
    fc.assert(
      fc.property(fc.constantFrom(...COURSES), fc.nat(6), fc.integer({ min: 1, max: 9 }), (course, which, length) => {
        const words = `${course.name} ${course.instructors.join(' ')}`.split(' ')
        const word = words[which % words.length] ?? ''
        expect(coursesMatching(COURSES, word.slice(0, length), '2026-11-25')).toContain(course)
      }),
    )
  })
})

it('runs from its first day to its last, and always where none is said', () => {
  expect(runsOn({ from: '2026-09-01', to: '2027-01-15' }, '2027-01-15')).toBe(true)
  expect(runsOn({ from: '2026-09-01', to: '2027-01-15' }, '2026-09-01')).toBe(true)
  expect(runsOn({ from: '2026-09-01', to: '2027-01-15' }, '2026-08-31')).toBe(false)
  expect(runsOn({ from: '2026-09-01', to: '2027-01-15' }, '2027-01-16')).toBe(false)
  expect(runsOn({}, '2026-08-31')).toBe(true)
})
