import fc from 'fast-check'
import { DateTime, IANAZone } from 'luxon'
import { describe, expect, it } from 'vitest'
import { nextOpening, openingHours, openState, spansOn, zoneNamed, type OpeningHours } from './index.ts'

const ZONE = 'Europe/London'
const at = (iso: string) => DateTime.fromISO(iso, { zone: ZONE })
const HOURS: OpeningHours = {
  weekly: {
    1: [
      ['10:00', '13:00'],
      ['14:00', '18:00'],
    ],
    3: [['09:00', '20:00']],
    6: [['10:00', '24:00']],
  },
  closures: [{ from: '2026-12-21', to: '2027-01-04', reason: 'Winter closing' }],
}
/** "open until …", "opens …", with the reason of a closure. */
const said = (iso: string, hours = HOURS) => {
  const state = openState(hours, at(iso))
  if (state.open) return `until ${state.until.toFormat('ccc HH:mm')}`
  return [state.opens ? `opens ${state.opens.toFormat('ccc d LLL HH:mm')}` : 'stays shut', state.reason].filter(Boolean).join(', ')
}

describe('opening hours', () => {
  it.each([
    ['2026-11-23T09:59', 'opens Mon 23 Nov 10:00'],
    ['2026-11-23T10:00', 'until Mon 13:00'],
    ['2026-11-23T12:59:59', 'until Mon 13:00'],
    ['2026-11-23T13:00', 'opens Mon 23 Nov 14:00'],
    ['2026-11-23T18:00', 'opens Wed 25 Nov 09:00'],
    ['2026-11-24T12:00', 'opens Wed 25 Nov 09:00'],
    ['2026-11-28T23:59', 'until Sun 00:00'],
    ['2026-11-29T00:00', 'opens Mon 30 Nov 10:00'],
    ['2026-12-19T23:00', 'until Sun 00:00'],
    ['2026-12-20T12:00', 'opens Wed 6 Jan 09:00'],
    ['2026-12-21T11:00', 'opens Wed 6 Jan 09:00, Winter closing'],
    ['2027-01-04T11:00', 'opens Wed 6 Jan 09:00, Winter closing'],
    ['2027-01-05T11:00', 'opens Wed 6 Jan 09:00'],
  ])('at %s: %s', (iso, words) => {
    expect(said(iso)).toBe(words)
  })
  it('never opens without hours, nor within a closure that has no near end', () => {
    expect(said('2026-11-25T12:00', { weekly: {}, closures: [] })).toBe('stays shut')
    const closures = [{ from: '2026-11-01', to: '2027-11-01', reason: 'Rebuilding' }]
    expect(said('2026-11-25T12:00', { ...HOURS, closures })).toBe('stays shut, Rebuilding')
  })
  it('are hours of the wall clock, over the change of summer time, too', () => {
    const sundays: OpeningHours = { weekly: { 7: [['00:30', '03:00']] }, closures: [] }
    const [[from, until] = []] = spansOn(sundays, at('2026-10-25T12:00'))
    expect([from?.toFormat('HH:mm ZZ'), until?.toFormat('HH:mm ZZ')]).toEqual(['00:30 +01:00', '03:00 +00:00'])
    expect(until?.diff(from ?? until, 'hours').hours).toBe(3.5)
  })
  it('what is said of the next opening is true', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 60 * 24 * 60 }), (minutes) => {
        const time = at('2026-11-20T00:00').plus({ minutes })
        const state = openState(HOURS, time)
        if (state.open) {
          expect(openState(HOURS, state.until.minus({ minutes: 1 })).open).toBe(true)
          expect(openState(HOURS, state.until).open).toBe(false)
        } else if (state.opens) {
          expect(state.opens > time).toBe(true)
          expect(openState(HOURS, state.opens).open).toBe(true)
          expect(openState(HOURS, state.opens.minus({ minutes: 1 })).open).toBe(false)
        }
      }),
    )
  })

  it('of every second week alone: the off weeks are shut, and the next opening is beyond them; own hours of a point hold in any', () => {
    const boat = { hours: { 3: [['10:00', '15:00']] } as OpeningHours['weekly'], closures: [], weeks: { every: 2, first: '2026-11-02' } }
    const open = (own?: OpeningHours['weekly']) =>
      [28, 34, 35, 42, 49].map((day) => spansOn(openingHours(boat, own), at('2026-10-28').plus({ days: day - 28 })).length)
    expect(open()).toEqual([0, 0, 1, 0, 1])
    expect(open(boat.hours)).toEqual([1, 0, 1, 1, 1])
    expect(said('2026-11-18T15:00', openingHours(boat))).toBe('opens Wed 2 Dec 10:00')
  })
})

it.each([
  ['2026-11-23T09:00', '2026-11-23T10:00'],
  // Of a place that is open, when it opens again.
  ['2026-11-23T10:00', '2026-11-23T14:00'],
  ['2026-11-23T15:00', '2026-11-25T09:00'],
  ['2026-12-19T12:00', '2027-01-06T09:00'],
  ['2026-12-25T12:00', '2027-01-06T09:00'],
])('after %s it opens next at %s', (after, next) => {
  expect(nextOpening(HOURS, at(after))?.toFormat("yyyy-MM-dd'T'HH:mm")).toBe(next)
})

it('two spans that touch are two openings; what never opens has none', () => {
  const touching: OpeningHours = { weekly: { 1: [['10:00', '13:00'], ['13:00', '18:00']] }, closures: [] } // prettier-ignore
  expect(nextOpening(touching, at('2026-11-23T11:00'))?.toFormat('HH:mm')).toBe('13:00')
  expect(nextOpening({ weekly: {}, closures: [] }, at('2026-11-23T11:00'))).toBeNull()
})

describe('a zone that remembers its offsets', () => {
  const ZONES = ['Europe/Dublin', 'Australia/Lord_Howe', 'Asia/Kathmandu', 'America/St_Johns', 'Africa/Casablanca', 'Pacific/Apia', 'UTC']
  it('has at any time the offset that the zone has, asked once or again', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ZONES),
        fc.date({ min: new Date(0), max: new Date('2090-01-01'), noInvalidDate: true }),
        (name, date) => {
          const offset = new IANAZone(name).offset(date.getTime())
          expect([zoneNamed(name).offset(date.getTime()), zoneNamed(name).offset(date.getTime())]).toEqual([offset, offset])
        },
      ),
    )
  })
  it('changes at the very minute, whatever was asked before it', () => {
    // Summer time in Ireland began on 29 March 2026 at one o'clock in UTC.
    const change = Date.UTC(2026, 2, 29, 1)
    expect([change - 1, change, change - 60_000, change + 60_000].map((time) => zoneNamed('Europe/Dublin').offset(time))).toEqual([0, 60, 0, 60]) // prettier-ignore
  })
})
