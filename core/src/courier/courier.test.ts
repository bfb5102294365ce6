import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, inject, it } from 'vitest'
import { dayOf, daysFrom, minuteAt, minuteOf, type OpeningHours } from '../calendar/index.ts'
import {
  Arrivals,
  calledTwice,
  Courier,
  courierFindings,
  LateArrivals,
  networkOver,
  runsOn,
  type CourierLine,
  type CourierPlaces,
  type Standing,
  type Timetable,
} from './index.ts'

const ZONE = 'Europe/London'
const at = (iso: string) => DateTime.fromISO(iso, { zone: ZONE })
const said = (minute: number | undefined) =>
  minute === undefined ? 'never' : DateTime.fromMillis(minute * 60_000, { zone: ZONE }).toFormat('ccc d LLL HH:mm')
const onDays = (days: string, span: [string, string]): OpeningHours['weekly'] =>
  Object.fromEntries([...days].map((day): [string, [string, string][]] => [day, [span]]))
const hours = (weekly: OpeningHours['weekly'], ...closed: [string, string][]): OpeningHours => ({
  weekly,
  closures: closed.map(([from, to]) => ({ from, to, reason: 'closed' })),
})
const runsAt = (days: string, ...times: string[]) => Object.fromEntries([...days].map((day) => [day, times]))
const line = (code: string, days: string, cutOff: number, stops: string, more: Partial<CourierLine> = {}): CourierLine => ({
  code,
  name: code,
  cutOff,
  days: [...days].map(Number),
  stops: stops.split(', ').map((stop) => {
    const [branch = '', arrive = '', depart = ''] = stop.split(' ')
    const time = (one: string) => (one === '-' ? null : one.replace('+1/', '+1 '))
    return { branch, arrive: time(arrive), depart: time(depart) }
  }),
  ...more,
})

/** Monday 23 November 2026 and after, on a small sound: a central library, a hill, an island, a boat, and a store. */
const WEEKDAYS = '12345'
const VAN = line('van', WEEKDAYS, 10, 'central - 13:10, hill 13:40 13:50, central 14:20 -')
const TIMETABLE: Timetable = {
  sorting: ['central'],
  sortMinutes: 30,
  pickMinutes: 20,
  checkInMinutes: 15,
  picks: {
    central: runsAt(WEEKDAYS, '10:00', '15:00'),
    hill: runsAt(WEEKDAYS, '09:00'),
    island: runsAt('24', '10:00'),
    store: runsAt('123456', '09:30'),
  },
  stackRuns: { 'store/stack': runsAt(WEEKDAYS, '11:00') },
  lines: [
    VAN,
    line('trolley', WEEKDAYS, 5, 'store - 14:00, central 14:20 -'),
    line('ferry', '246', 20, 'central - 08:20, island 09:30 16:00, central 17:10 -'),
    line('boat', '3', 10, 'central - 09:00, heron 10:00 -', { weeks: { every: 2, first: '2026-11-02' } }),
  ],
}
const HOURS = {
  central: hours({ ...onDays(WEEKDAYS, ['09:00', '20:00']), ...onDays('6', ['10:00', '17:00']) }),
  hill: hours(onDays(WEEKDAYS, ['10:00', '17:00'])),
  island: hours({ ...onDays('2', ['10:00', '16:00']), ...onDays('4', ['10:00', '18:00']), ...onDays('6', ['10:00', '13:00']) }),
  heron: hours(onDays('3', ['10:00', '15:00'])),
  store: hours(onDays(WEEKDAYS, ['09:00', '17:00'])),
  barn: hours(onDays(WEEKDAYS, ['09:00', '17:00'])),
}
type Place = keyof typeof HOURS
interface Change {
  lines?: CourierLine[]
  picks?: Timetable['picks']
  closed?: Partial<Record<Place, [string, string]>>
  /** Of the pickup location, where they are not those of its branch. */
  open?: OpeningHours
}

function deliveryFrom(place: string, to: Place, now: string, { lines = [], picks = {}, closed = {}, open }: Change = {}) {
  const [branch = '', collection = 'main'] = place.split('/')
  const all = new Map(
    Object.entries(HOURS).map(([code, one]) => {
      const span = closed[code as Place]
      return [code, span ? hours(one.weekly, span) : one]
    }),
  )
  const timetable = { ...TIMETABLE, lines: [...TIMETABLE.lines, ...lines], picks: { ...TIMETABLE.picks, ...picks } }
  const from: Standing = { branch, collection, closed: collection === 'stack' }
  return new Courier(timetable, all).delivery(from, { branch: to, hours: open ?? all.get(to)! }, at(now))
}

const MIDWINTER: [string, string] = ['2026-12-24', '2027-01-01']
const LATE = line('late', '5', 10, 'central - 16:20, hill 16:50 -')

describe('a copy is in hand, worked out by hand from the timetable', () => {
  it.each<[string, string, Place, string, string, Change?]>([
    ['by the van of the same day', 'central', 'hill', '2026-11-23T09:50', 'Mon 23 Nov 13:55'],
    ['a run through the shelves that begins this minute takes it along', 'central', 'hill', '2026-11-23T10:00', 'Mon 23 Nov 13:55'],
    ['a second later the next run does, and the next day’s van', 'central', 'hill', '2026-11-23T10:00:01', 'Tue 24 Nov 13:55'],
    ['a millisecond, too', 'central', 'hill', '2026-11-23T10:00:00.001', 'Tue 24 Nov 13:55'],
    ['in the minute before it is taken along', 'central', 'hill', '2026-11-23T09:59:59', 'Mon 23 Nov 13:55'],
    ['a stop that spans midnight: out by the night van', 'central', 'hill', '2026-11-23T16:00', 'Tue 24 Nov 10:15', { lines: [line('night', '1', 10, 'store - 20:00, central 23:50 +1/00:20, hill +1/06:00 -')], picks: { central: runsAt('1', '23:45') } }], // prettier-ignore
    ['a minute later the next run does, and the next day’s van', 'central', 'hill', '2026-11-23T10:01', 'Tue 24 Nov 13:55'],
    ['ready at the cut-off', 'central', 'hill', '2026-11-23T11:00', 'Mon 23 Nov 13:55', { picks: { central: runsAt('12', '12:40') } }],
    ['a minute after the cut-off', 'central', 'hill', '2026-11-23T11:00', 'Tue 24 Nov 13:55', { picks: { central: runsAt('1', '12:41') } }],
    ['over the sorting room to the ferry', 'hill', 'island', '2026-11-23T08:30', 'Tue 24 Nov 10:15'],
    ['the ferry has sailed: the next', 'central', 'island', '2026-11-25T16:00', 'Sat 28 Nov 10:15'],
    ['from the island and back on land', 'island', 'hill', '2026-11-24T09:00', 'Wed 25 Nov 13:55'],
    ['closed stacks on a Saturday, though the open shelves have a run', 'store/stack', 'hill', '2026-11-28T09:00', 'Tue 1 Dec 13:55'],
    ['the boat that calls every second week', 'central', 'heron', '2026-11-23T09:00', 'Wed 2 Dec 10:15'],
    ['the same, on the very day', 'central', 'heron', '2026-11-17T09:00', 'Wed 18 Nov 10:15'],
    ['from its own shelf', 'central', 'central', '2026-11-23T09:50', 'Mon 23 Nov 10:20'],
    ['from its own shelf over a weekend', 'central', 'central', '2026-11-27T15:01', 'Mon 30 Nov 10:20'],
    ['no line goes there', 'central', 'barn', '2026-11-23T09:50', 'never'],
    ['no line comes from there', 'barn', 'central', '2026-11-23T09:50', 'never'],
    ['a branch without runs is gone through when it opens', 'barn', 'barn', '2026-11-23T09:01', 'Tue 24 Nov 09:20'],
    ['midwinter closing', 'central', 'hill', '2026-12-23T16:00', 'Mon 4 Jan 13:55', { closed: { central: MIDWINTER, hill: MIDWINTER } }],
    ['it arrives too late to be checked in that day', 'central', 'hill', '2026-11-27T14:00', 'Mon 30 Nov 10:15', { lines: [LATE] }],
    ['and a holiday comes between', 'central', 'hill', '2026-11-27T14:00', 'Tue 1 Dec 10:15', { lines: [LATE], closed: { hill: ['2026-11-30', '2026-11-30'] } }], // prettier-ignore
    ['the place where it is collected closes for a week, and the van passes it', 'central', 'hill', '2026-11-23T10:01', 'Tue 1 Dec 13:55', { closed: { hill: ['2026-11-24', '2026-11-30'] } }], // prettier-ignore
    ['a day on which the line does not run', 'central', 'hill', '2026-11-24T09:50', 'Tue 24 Nov 16:25', { lines: [line('noon', '2', 10, 'central - 12:00, hill 12:30 -', { not: ['2026-11-24'] }), line('four', '2', 10, 'central - 15:30, hill 16:10 -')], picks: { central: runsAt('2', '14:30') } }], // prettier-ignore
    ['a day on which it runs out of turn', 'central', 'heron', '2026-11-23T09:00', 'Wed 25 Nov 10:15', { lines: [line('extra', '', 10, 'central - 09:10, heron 09:50 -', { also: ['2026-11-25'] })] }], // prettier-ignore
    ['sorted at the last minute before the cut-off', 'hill', 'barn', '2026-11-23T08:30', 'Mon 23 Nov 16:15', { lines: [line('on', '1', 10, 'central - 15:00, barn 16:00 -')] }], // prettier-ignore
    ['sorted a minute after it', 'hill', 'barn', '2026-11-23T08:30', 'Mon 30 Nov 15:15', { lines: [line('on', '1', 10, 'central - 14:59, barn 15:00 -')] }], // prettier-ignore
    [
      'a branch closed by the week is passed as well',
      'central',
      'hill',
      '2026-11-27T15:30',
      'Mon 30 Nov 13:55',
      { lines: [line('saturday', '6', 10, 'central - 12:00, hill 12:30 -')], picks: { central: runsAt('6', '10:00') } },
    ],
    ['on a day on which it is closed nobody takes anything off its shelves', 'store', 'hill', '2026-11-28T09:00', 'Tue 1 Dec 13:55'],
    [
      'a sorting branch that is closed is passed as well',
      'hill',
      'island',
      '2026-11-23T08:30',
      'Thu 26 Nov 10:15',
      { closed: { central: ['2026-11-23', '2026-11-23'] } },
    ],
    [
      'checked in by the very end of opening',
      'central',
      'hill',
      '2026-11-23T09:50',
      'Mon 23 Nov 13:55',
      { open: hours(onDays('1', ['13:00', '13:55'])) },
    ],
    [
      'a minute less, and it waits for the next opening',
      'central',
      'hill',
      '2026-11-23T09:50',
      'Mon 30 Nov 13:15',
      { open: hours(onDays('1', ['13:00', '13:54'])) },
    ],
    ['lockers that are open at all hours', 'central', 'central', '2026-11-23T14:50', 'Mon 23 Nov 15:20', { open: hours(onDays('1234567', ['06:00', '23:00'])) }], // prettier-ignore
    ['a place that opens later than its branch', 'central', 'central', '2026-11-23T14:50', 'Tue 24 Nov 09:00', { open: hours(onDays('2', ['09:00', '10:00'])) }], // prettier-ignore
    ['a line out of its season', 'central', 'barn', '2026-11-23T09:50', 'never', { lines: [line('summer', '1', 5, 'central - 15:00, barn 16:00 -', { from: '2026-06-01', to: '2026-08-31' })] }], // prettier-ignore
  ])('%s: %s to %s from %s on: %s', (_, from, to, now, expected, change) => {
    expect(said(deliveryFrom(from, to, now, change)?.inHand)).toBe(expected)
  })

  it('step by step', () => {
    const delivery = deliveryFrom('hill', 'island', '2026-11-23T08:30')
    expect(said(delivery?.picked)).toBe('Mon 23 Nov 09:00')
    expect(delivery?.legs.map(({ line: { code }, from, depart, to, arrive }) => [code, from, said(depart), to, said(arrive)])).toEqual([
      ['van', 'hill', 'Mon 23 Nov 13:50', 'central', 'Mon 23 Nov 14:20'],
      ['ferry', 'central', 'Tue 24 Nov 08:20', 'island', 'Tue 24 Nov 09:30'],
    ])
    expect(said(delivery?.inHand)).toBe('Tue 24 Nov 10:15')
  })

  // Whatever day one asks on: the end of the ninetieth day after it is the end.
  it.each(['2026-11-24', '2026-11-27', '2026-12-04', '2026-12-11', '2026-12-18'])('never after ninety days, asked on %s', (day) => {
    const after = (days: number) => at(day).plus({ days }).toISODate() ?? ''
    const once = (date: string) => line('once', '', 5, 'central - 22:00, barn 22:30 -', { also: [date] })
    const open = hours(onDays('1234567', ['08:00', '24:00']))
    const answer = (days: number) =>
      said(
        deliveryFrom('central', 'barn', `${day}T08:00`, { lines: [once(after(days))], open, picks: { central: runsAt('12345', '10:00') } })
          ?.inHand,
      )
    expect([answer(90), answer(91)]).toEqual([at(after(90)).toFormat('ccc d LLL 22:45'), 'never'])
  })

  // The second run through the shelves, and of the runs of each line that it could take the second.
  it.each<[string, string, Place, string, string]>([
    ['a van that was missed', 'central', 'hill', '2026-11-23T09:50', 'Wed 25 Nov 13:55'],
    ['a second after the round began', 'central', 'central', '2026-11-23T10:00:01', 'Tue 24 Nov 10:20'],
    ['the shelves of Tuesday, and the van of Wednesday', 'hill', 'central', '2026-11-23T08:30', 'Wed 25 Nov 14:35'],
    ['over the sorting room: a van missed, and a ferry', 'hill', 'island', '2026-11-23T08:30', 'Sat 28 Nov 10:15'],
    ['the boat of the fortnight after', 'central', 'heron', '2026-11-23T09:00', 'Wed 16 Dec 10:15'],
    ['its own shelf, in the afternoon', 'central', 'central', '2026-11-23T09:50', 'Mon 23 Nov 15:20'],
    ['no line goes there', 'central', 'barn', '2026-11-23T09:50', 'never'],
  ])('at the latest, %s', (_, from, to, now, expected) => {
    const places = new Map<string, OpeningHours>(Object.entries(HOURS))
    const latest = new Courier(TIMETABLE, places).latest(
      { branch: from, collection: 'main', closed: false },
      { branch: to, hours: HOURS[to] },
      at(now),
    )
    expect(said(latest ?? undefined)).toBe(expected)
  })

  it.each([
    ['an ordinary night', '2026-11-21', 390],
    ['the night that loses an hour', '2026-03-28', 330],
    ['the night that has one more', '2026-10-24', 450],
  ])('%s on the road', (_, day, minutes) => {
    const [ride] = networkOver([line('night', '6', 5, 'central - 23:30, hill +1/06:00 -')], daysFrom(at(day), 1)).rides
    expect(ride!.arrive - ride!.depart).toBe(minutes)
    expect(said(ride!.arrive)).toMatch(/^Sun .* 06:00$/)
  })

  it('every third week, counted from a Monday, before it too', () => {
    const third = line('third', '1', 5, 'a - 10:00, b 11:00 -', { weeks: { every: 3, first: '2026-11-02' } })
    const mondays = Array.from({ length: 12 }, (_, week) => at('2026-10-05').plus({ weeks: week }))
    expect(mondays.filter((day) => runsOn(third, dayOf(day))).map((day) => day.toISODate())).toEqual([
      '2026-10-12',
      '2026-11-02',
      '2026-11-23',
      '2026-12-14',
    ])
  })
})

const PLACES = ['a', 'b', 'c', 'd']
const FIRST = at('2026-11-23')
const DAYS = 6
const clock = (minute: number) => `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`
const anyLine = fc
  .record({
    // Out and back among them: one branch may be called at twice, though not twice in a row.
    places: fc
      .array(fc.constantFrom(...PLACES), { minLength: 2, maxLength: 5 })
      .filter((all) => all.every((place, i) => place !== all[i + 1])),
    days: fc.uniqueArray(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 4 }),
    start: fc.integer({ min: 360, max: 900 }),
    gaps: fc.array(fc.integer({ min: 1, max: 90 }), { minLength: 8, maxLength: 8 }).map((some) => [...some, 30, 30]),
    cutOff: fc.integer({ min: 0, max: 60 }),
  })
  .map(({ places, days, start, gaps, cutOff }): CourierLine => {
    let time = start
    const next = (gap = 0) => clock((time += gap))
    return {
      code: places.join(''),
      name: '',
      cutOff,
      days,
      stops: places.map((branch, i) => ({
        branch,
        arrive: i === 0 ? null : next(gaps[2 * i]),
        depart: i === places.length - 1 ? null : next(i === 0 ? 0 : (gaps[2 * i + 1] ?? 0) - 1),
      })),
    }
  })
const anyNet = fc.record({
  lines: fc.array(anyLine, { minLength: 1, maxLength: 4 }),
  sorting: fc.subarray(PLACES),
  sortMinutes: fc.integer({ min: 0, max: 60 }),
  ready: fc.integer({ min: 0, max: 3 * 1440 }).map((minute) => minuteOf(FIRST) + minute),
})
type Net = { lines: CourierLine[]; sorting: string[]; sortMinutes: number; ready: number }
const scan = ({ lines, ready, ...rest }: Net, from: string) => new Arrivals(networkOver(lines, daysFrom(FIRST, DAYS)), rest, from, ready)

/** Every way there is: any run that can be caught, left at any of its later stops, and from a sorting branch on again. */
function tryAll({ lines, sorting, sortMinutes, ready }: Net, from: string, to: string): number {
  let best = Infinity
  const ride = (branch: string, loadable: number, been: readonly string[]): void => {
    for (let day = 0; day < DAYS; day += 1) {
      const date = FIRST.plus({ days: day })
      for (const { days, cutOff, stops } of lines) {
        if (!days.includes(date.weekday)) continue
        const board = stops.findIndex(
          (stop) => stop.branch === branch && stop.depart !== null && minuteAt(dayOf(date), stop.depart) >= loadable + cutOff,
        )
        if (board < 0) continue
        for (const stop of stops.slice(board + 1)) {
          if (stop.branch === branch) continue
          const arrive = minuteAt(dayOf(date), stop.arrive!)
          if (stop.branch === to) best = Math.min(best, arrive)
          else if (sorting.includes(stop.branch) && !been.includes(stop.branch) && arrive < best)
            ride(stop.branch, arrive + sortMinutes, [...been, stop.branch])
        }
      }
    }
  }
  ride(from, ready, [from])
  return best
}

/** Every way there is, where of the runs of a line from one place to another that can be caught the second is taken. */
function tryAllLate({ lines, sorting, sortMinutes, ready }: Net, from: string, to: string): number {
  let best = Infinity
  const ride = (branch: string, loadable: number, been: readonly string[]): void => {
    for (const { days, cutOff, stops } of lines) {
      for (const place of PLACES.filter((one) => one !== branch)) {
        /** When each of its runs that can be caught is there first. */
        const runs = daysFrom(FIRST, DAYS).flatMap((day) => {
          if (!days.includes(day.weekday)) return []
          const board = stops.findIndex(
            (stop) => stop.branch === branch && stop.depart !== null && minuteAt(day, stop.depart) >= loadable + cutOff,
          )
          const there = board < 0 ? undefined : stops.slice(board + 1).find((stop) => stop.branch === place)
          return there ? [minuteAt(day, there.arrive!)] : []
        })
        const second = runs[1]
        if (second === undefined) continue
        if (place === to) best = Math.min(best, second)
        else if (sorting.includes(place) && !been.includes(place)) ride(place, second + sortMinutes, [...been, place])
      }
    }
  }
  ride(from, ready, [from])
  return best
}

describe('the earliest arrival', () => {
  it('is that of exhaustive search, and its legs are rides that can be taken one after the other', () => {
    fc.assert(
      fc.property(anyNet, (net) => {
        const found = scan(net, 'a')
        for (const to of ['b', 'c', 'd']) {
          expect(found.at(to) ?? Infinity, to).toBe(tryAll(net, 'a', to))
          let [branch, loadable] = ['a', net.ready]
          for (const leg of found.legsTo(to)) {
            expect(leg.from).toBe(branch)
            expect(leg.depart - leg.line.cutOff).toBeGreaterThanOrEqual(loadable)
            expect(branch === 'a' || net.sorting.includes(branch)).toBe(true)
            ;[branch, loadable] = [leg.to, leg.arrive + net.sortMinutes]
          }
          if (found.at(to) !== null) expect([branch, loadable - net.sortMinutes]).toEqual([to, found.at(to)])
        }
      }),
      { numRuns: 400 * inject('runFactor') },
    )
  })
  it('at the latest is that of exhaustive search, too, and no earlier', () => {
    fc.assert(
      fc.property(anyNet, (net) => {
        const late = new LateArrivals(networkOver(net.lines, daysFrom(FIRST, DAYS)), net, 'a', net.ready)
        const found = scan(net, 'a')
        for (const to of ['b', 'c', 'd']) {
          expect(late.at(to) ?? Infinity, to).toBe(tryAllLate(net, 'a', to))
          expect(late.at(to) ?? Infinity).toBeGreaterThanOrEqual(found.at(to) ?? Infinity)
        }
      }),
      { numRuns: 400 * inject('runFactor') },
    )
  })
  it('is no earlier for a later start, and no later with another line', () => {
    fc.assert(
      fc.property(anyNet, anyLine, fc.nat(2000), (net, more, later) => {
        for (const to of ['b', 'c', 'd']) {
          const plain = scan(net, 'a').at(to) ?? Infinity
          expect(scan({ ...net, ready: net.ready + later }, 'a').at(to) ?? Infinity).toBeGreaterThanOrEqual(plain)
          expect(scan({ ...net, lines: [...net.lines, more] }, 'a').at(to) ?? Infinity).toBeLessThanOrEqual(plain)
        }
      }),
    )
  })
})

describe('the check of a timetable', () => {
  it('names where a line calls out and back, not where a round begins and ends', () => {
    const round = line('round', '1', 5, 'central - 08:00, hill 08:30 08:40, central 09:00 -')
    const dale = line('dale', '1', 5, 'central - 08:00, hill 08:30 08:40, island 09:00 09:10, hill 09:30 09:40, central 10:00 -')
    const middle = line('middle', '1', 5, 'hill - 08:00, central 08:30 08:40, island 09:00 09:10, central 09:30 -')
    expect(calledTwice([round, dale, middle])).toEqual([
      { line: 'dale', branch: 'hill' },
      { line: 'middle', branch: 'central' },
    ])
  })
  const places = (more: Partial<CourierPlaces> = {}): CourierPlaces => ({
    hours: new Map(Object.entries(HOURS)),
    standings: ['central', 'hill', 'island', 'store'].map((branch) => ({
      branch,
      collection: branch === 'store' ? 'stack' : 'main',
      closed: branch === 'store',
    })),
    pickups: new Map((['central', 'hill', 'island', 'heron'] as const).map((code) => [code, { branch: code, hours: HOURS[code] }])),
    ...more,
  })
  const found = (lines: CourierLine[], more: Partial<CourierPlaces> = {}) =>
    courierFindings({ ...TIMETABLE, lines }, places(more), at('2026-11-23T08:00'))
  it('finds nothing where all is served', () => {
    expect(found([...TIMETABLE.lines])).toEqual([])
  })
  it('names what no line serves, what nothing leaves or reaches, and arrivals at closed doors', () => {
    const [van, trolley, ferry, boat] = TIMETABLE.lines as CourierLine[]
    expect(found([van!, ferry!, boat!])).toEqual([{ code: 'no-line', branch: 'store' }])
    const oneWay = line('out', '2', 10, 'central - 08:00, store 09:00 -')
    expect(found([van!, ferry!, boat!, oneWay])).toEqual([{ code: 'nothing-leaves', branch: 'store', collection: 'stack' }])
    const fromBoat = line('home', '3', 10, 'heron - 15:30, central 16:00 -')
    expect(found([van!, trolley!, ferry!, fromBoat])).toEqual([{ code: 'nothing-arrives', pickup: 'heron' }])
    const evening = line('evening', '12345', 10, 'central - 18:00, hill 18:30 -')
    expect(found([...TIMETABLE.lines, evening])).toEqual([{ code: 'closed-doors', line: 'evening', branch: 'hill' }])
  })
})
