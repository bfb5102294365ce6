import { DateTime } from 'luxon'
import { expect, it } from 'vitest'
import { collectByDay } from './shelf.ts'

const span: [string, string][] = [['10:00', '17:00']]
/** Closed on Sundays, and for three days in December. */
const HOURS = {
  weekly: { 1: span, 2: span, 3: span, 4: span, 5: span, 6: span },
  closures: [{ from: '2026-12-08', to: '2026-12-10', reason: 'Painting' }],
}
const at = (time: string) => DateTime.fromISO(time, { zone: 'Europe/Dublin' })

it.each([
  // Counted from the day after, by open days alone; 2026-11-25 is a Wednesday.
  ['2026-11-25T11:20', 1, '2026-11-26'],
  ['2026-11-25T11:20', 3, '2026-11-28'],
  ['2026-11-25T11:20', 4, '2026-11-30'],
  ['2026-11-28T16:59', 1, '2026-11-30'],
  // On a day on which it is closed, too.
  ['2026-11-29T09:00', 1, '2026-11-30'],
  ['2026-12-04T10:00', 3, '2026-12-11'],
  ['2026-12-07T10:00', 1, '2026-12-11'],
  // The minute before midnight is still that day.
  ['2026-11-25T23:59', 1, '2026-11-26'],
])('what is ready at %s is kept for %i open days, until %s', (ready, days, until) => {
  expect(collectByDay(at(ready), days, HOURS)).toBe(until)
})

it('where a place does not open again, the days are those of the calendar', () => {
  expect(collectByDay(at('2026-11-25T11:20'), 6, { weekly: {}, closures: [] })).toBe('2026-12-01')
})
