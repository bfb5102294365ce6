import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { minuteOf, type OpeningHours } from '../calendar/index.ts'
import { daysRefusal, fetchDay, pauseRefusal } from './index.ts'

const ZONE = 'Europe/Dublin'
const NOW = DateTime.fromISO('2026-11-25T11:20', { zone: ZONE })
/** Open on Tuesdays, Thursdays and Saturdays, and closed around Christmas. */
const ISLAND: OpeningHours = {
  weekly: { '2': [['11:00', '16:00']], '4': [['11:00', '16:00']], '6': [['11:00', '16:00']] },
  closures: [{ from: '2026-12-24', to: '2026-12-30', reason: 'midwinter' }],
}
const closed = (date: string, ...nearest: string[]) => ({ code: 'closed-day', date, nearest })

describe('the days between which a hold is wanted', () => {
  it.each<[string, string | null, string | null, object | null]>([
    ['none', null, null, null],
    ['an open day', '2026-12-05', null, null],
    ['today, of an open place or not', null, '2026-11-25', null],
    ['a first and a last on one day', '2026-12-05', '2026-12-05', null],
    ['a Sunday', '2026-12-06', null, closed('2026-12-06', '2026-12-05', '2026-12-08')],
    ['a day before which there is none to come', '2026-11-25', null, closed('2026-11-25', '2026-11-26')],
    ['a day of a closing time', '2026-12-26', null, closed('2026-12-26', '2026-12-22', '2026-12-31')],
    ['a last day that is closed', null, '2026-12-06', null],
    ['yesterday', '2026-11-24', null, { code: 'days-out-of-order' }],
    ['a last day that has passed', null, '2026-11-24', { code: 'days-out-of-order' }],
    ['the last before the first', '2026-12-08', '2026-12-05', { code: 'days-out-of-order' }],
    ['half a year ahead', null, '2027-05-24', null],
    ['more than that', '2027-05-25', null, { code: 'too-far-ahead', date: '2027-05-24' }],
  ])('%s: %s to %s', (_, notBefore, notAfter, expected) => {
    expect(daysRefusal({ notBefore, notAfter }, ISLAND, NOW, null)).toEqual(expected)
  })
})

it.each<[string, string | null, string | null, string, object | null]>([
  ['comes on the last day', null, '2026-11-28', '2026-11-28T11:20', null],
  ['comes a day later', null, '2026-11-27', '2026-11-28T11:20', { code: 'comes-later', date: '2026-11-28' }],
  ['comes after the day on which it is to be ready', '2026-11-26', null, '2026-11-28T11:20', null],
  ['in the night after the last day, by local time', null, '2026-07-01', '2026-07-01T23:30Z', { code: 'comes-later', date: '2026-07-02' }],
])('wanted between days, it %s', (_, notBefore, notAfter, comes, expected) => {
  const today = comes.startsWith('2026-07') ? DateTime.fromISO('2026-06-30', { zone: ZONE }) : NOW
  const minute = minuteOf(DateTime.fromISO(comes, { zone: ZONE }))
  expect(daysRefusal({ notBefore, notAfter }, ISLAND, today, minute)).toEqual(expected)
})

describe('the day on which fetching begins', () => {
  const noon = (day: DateTime) => minuteOf(day.set({ hour: 12 }))
  it.each<[string, (start: DateTime) => number | null, string, string]>([
    ['is the day itself where it is there at once', noon, '2026-12-05', '2026-12-05'],
    ['is so many days before as it takes', (start) => noon(start.plus({ days: 2 })), '2026-12-05', '2026-12-03'],
    ['is today where it comes later anyway', (start) => noon(start.plus({ days: 20 })), '2026-12-05', '2026-11-25'],
    ['is a week before where nobody knows', () => null, '2026-12-05', '2026-11-28'],
    ['is today where nobody knows and it is soon', () => null, '2026-11-28', '2026-11-25'],
  ])('%s', (_, inHandFrom, wanted, expected) => {
    expect(fetchDay(inHandFrom, wanted, NOW)).toBe(expected)
  })
  it('is the last of all days on which it is still in time, over summer time too', () => {
    const days = fc.array(fc.nat(3), { minLength: 181, maxLength: 181 })
    fc.assert(
      fc.property(days, fc.integer({ min: 0, max: 170 }), fc.integer({ min: 0, max: 9 }), (steps, ahead, takes) => {
        const dayAfter = (count: number) => NOW.startOf('day').plus({ days: count })
        // A later start never comes earlier.
        const comes = steps.map((_, day) => Math.max(...steps.slice(0, day + 1).map((one, i) => i + one)) + takes)
        const inHandFrom = (start: DateTime) => noon(dayAfter(comes[Math.floor(start.diff(dayAfter(0), 'days').days)] ?? 0))
        const inTime = comes.map((day, start) => [day, start] as const).filter(([day, start]) => day <= ahead && start <= ahead)
        const expected = dayAfter(inTime.at(-1)?.[1] ?? 0).toISODate()
        expect(fetchDay(inHandFrom, dayAfter(ahead).toISODate() ?? '', NOW)).toBe(expected)
      }),
    )
  })
})

describe('a pause', () => {
  it.each<[string, string | null, object | null]>([
    ['without end', null, null],
    ['until tomorrow', '2026-11-26', null],
    ['until today is none', '2026-11-25', { code: 'days-out-of-order' }],
    ['until the furthest day, closed or not', '2027-05-24', null],
    ['for longer than anybody plans', '2027-05-25', { code: 'too-far-ahead', date: '2027-05-24' }],
  ])('%s', (_, until, expected) => {
    expect(pauseRefusal(until, NOW)).toEqual(expected)
  })
})
