import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import type { OpeningHours } from '../calendar/index.ts'
import { broughtBackTo, dueAfter, overdueCharge } from './index.ts'

const at = (time: string) => DateTime.fromISO(time, { zone: 'Europe/Dublin' })

/** @param days "12345" for weekdays */
const openOn = (days: string): OpeningHours => ({
  weekly: Object.fromEntries(Array.from(days, (day): [string, [string, string][]] => [day, [['09:00', '17:00']]])),
  closures: [],
})
const WEEKDAYS = openOn('12345')

it.each([
  [{ count: 28, unit: 'days' } as const, '2026-11-25T11:20', '2026-12-23'],
  [{ count: 4, unit: 'hours' } as const, '2026-11-25T11:20', '2026-11-25T15:20'],
  [{ count: 8, unit: 'hours' } as const, '2026-11-25T09:00', '2026-11-25T17:00'],
  // Over the end of summer time a day has 25 hours.
  [{ count: 1, unit: 'days' } as const, '2026-10-24T11:20', '2026-10-25'],
  [{ count: 24, unit: 'hours' } as const, '2026-10-24T11:20', '2026-10-25T10:20'],
])('lent for %o at %s it is due %s', (length, now, due) => {
  expect(dueAfter(length, at(now), openOn('1234567'))).toBe(due)
})

describe('a due date is a day on which it can be brought back', () => {
  const closed = (from: string, to: string): OpeningHours => ({ ...WEEKDAYS, closures: [{ from, to, reason: 'Repairs.' }] })
  // 2026-11-28 is a Saturday.
  it.each<[string, number, OpeningHours, string]>([
    ['an open day stays', 2, WEEKDAYS, '2026-11-27'],
    ['a Saturday becomes the Monday', 3, WEEKDAYS, '2026-11-30'],
    ['over a closure that follows', 3, closed('2026-11-30', '2026-12-02'), '2026-12-03'],
    ['to the next stop of a library on wheels', 5, { ...WEEKDAYS, weeks: { every: 2, first: '2026-12-07' } }, '2026-12-07'],
    ['fourteen days at most', 2, closed('2026-11-27', '2026-12-10'), '2026-12-11'],
    ['not for whatever is closed for longer', 2, closed('2026-11-27', '2026-12-11'), '2026-11-27'],
    ['nor where nothing ever opens', 3, { weekly: {}, closures: [] }, '2026-11-28'],
  ])('%s', (_, count, hours, due) => {
    expect(dueAfter({ count, unit: 'days' }, at('2026-11-25T11:20'), hours)).toBe(due)
  })

  // The doors are open from nine to five; lent for four hours.
  it.each<[string, string, OpeningHours, string]>([
    ['while they are open nothing moves', '2026-11-25T12:59', WEEKDAYS, '2026-11-25T16:59'],
    ['nor as they close', '2026-11-25T13:00', WEEKDAYS, '2026-11-25T17:00'],
    ['overnight until an hour after they open', '2026-11-25T13:01', WEEKDAYS, '2026-11-26T10:00'],
    ['over the weekend', '2026-11-27T15:00', WEEKDAYS, '2026-11-30T10:00'],
    ['over closing days', '2026-11-25T15:00', closed('2026-11-26', '2026-11-26'), '2026-11-27T10:00'],
    ['over a closed noon', '2026-11-25T08:30', { weekly: { 3: [['08:00', '12:00'], ['14:00', '18:00']] }, closures: [] }, '2026-11-25T15:00'], // prettier-ignore
    [
      'where they open for less, until they close',
      '2026-11-25T15:00',
      { ...WEEKDAYS, weekly: { 4: [['18:00', '18:40']] } },
      '2026-11-26T18:40',
    ],
    ['just as they open, it is the time', '2026-11-25T05:00', WEEKDAYS, '2026-11-25T09:00'],
    ['not for whatever is closed for longer', '2026-11-25T15:00', closed('2026-11-26', '2026-12-13'), '2026-11-25T19:00'],
    ['nor where nothing ever opens', '2026-11-25T15:00', { weekly: {}, closures: [] }, '2026-11-25T19:00'],
  ])('by the hour: %s', (_, now, hours, due) => {
    expect(dueAfter({ count: 4, unit: 'hours' }, at(now), hours)).toBe(due)
  })
})

it.each([
  ['where its borrower is at home', false, 'corrow', 'days', 'corrow'],
  ['whence it came, by somebody whom nobody knows', false, null, 'days', 'cope'],
  ['to the owner that alone takes it', true, 'corrow', 'days', 'cope'],
  ['over the same desk after hours', false, 'corrow', 'hours', 'cope'],
] as const)('it is brought back %s', (_, ownerAlone, home, unit, to) => {
  expect(broughtBackTo({ branch: 'cope', ownerAlone }, home, unit)).toBe(to)
})

describe('what is late costs', () => {
  const daily = { amount: 25, per: 'day', ceiling: 1000 } as const
  const hourly = { amount: 50, per: 'hour', ceiling: 500 } as const
  it.each([
    ['nothing by rule', undefined, '2026-11-20', '2026-11-25T11:20', 0],
    ['nothing on the day itself, to its end', daily, '2026-11-25', '2026-11-25T23:59', 0],
    ['one day from midnight on', daily, '2026-11-25', '2026-11-26T00:00', 25],
    ['five days', daily, '2026-11-20', '2026-11-25T11:20', 125],
    ['no more than the ceiling', daily, '2026-01-01', '2026-11-25T11:20', 1000],
    ['whatever it comes to without one', { ...daily, ceiling: null }, '2026-11-15', '2026-12-25T11:20', 1000],
    ['days of the calendar over the end of summer time', daily, '2026-10-24', '2026-10-26T00:10', 50],
    ['nothing before', daily, '2026-12-01', '2026-11-25T11:20', 0],
    ['nothing in the very minute', hourly, '2026-11-25T15:20', '2026-11-25T15:20', 0],
    ['an hour begun', hourly, '2026-11-25T15:20', '2026-11-25T15:21', 50],
    ['an hour', hourly, '2026-11-25T15:20', '2026-11-25T16:20', 50],
    ['the second hour begun', hourly, '2026-11-25T15:20', '2026-11-25T16:21', 100],
    ['no more than the ceiling by the hour', hourly, '2026-11-25T15:20', '2026-11-27T15:20', 500],
    ['a day by the day, of what is due at an hour', daily, '2026-11-25T15:20', '2026-11-26T09:00', 25],
  ] as const)('%s', (_, rate, due, back, charge) => {
    expect(overdueCharge(rate, due, at(back))).toBe(charge)
  })

  it('never less for coming later, never more than the ceiling, and whole rates below it', () => {
    const rate = fc.record({ amount: fc.nat(500), per: fc.constantFrom('day' as const, 'hour' as const), ceiling: fc.option(fc.nat(5000)) })
    fc.assert(
      fc.property(rate, fc.nat(90_000), fc.nat(90_000), (one, first, more) => {
        const cost = (minutes: number) => overdueCharge(one, '2026-11-25', at('2026-11-20T10:00').plus({ minutes }))
        expect(cost(first + more)).toBeGreaterThanOrEqual(cost(first))
        if (one.ceiling !== null) expect(cost(first)).toBeLessThanOrEqual(one.ceiling)
        if (one.ceiling === null && one.amount > 0) expect(cost(first) % one.amount).toBe(0)
      }),
    )
  })
})
