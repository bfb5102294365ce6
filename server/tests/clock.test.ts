import { DateTime } from 'luxon'
import { describe, expect, it, vi } from 'vitest'
import { machineClock, virtualClock } from '../src/standins/index.ts'

describe('a clock that can be moved', () => {
  const ZONE = 'Europe/London'
  const at = (iso: string) => DateTime.fromISO(iso, { zone: ZONE })

  it('stands where it was set, in the zone of the libraries, and runs on', () => {
    let machine = 0
    const performance = vi.spyOn(globalThis.performance, 'now').mockImplementation(() => machine)
    const clock = virtualClock(ZONE, '2026-11-25T11:20')
    expect(clock.now().toISO()).toMatch(/^2026-11-25T11:20:00\.\d{3}(Z|\+00:00)$/)
    machine += 30
    expect(clock.now().toMillis()).toBe(at('2026-11-25T11:20:00.030').toMillis())
    expect(() => virtualClock(ZONE, 'noon')).toThrow('"noon" is no time')
    performance.mockRestore()
  })

  it('stops, hurries and is moved on, and never goes back', () => {
    let machine = 0
    const performance = vi.spyOn(globalThis.performance, 'now').mockImplementation(() => machine)
    const clock = virtualClock(ZONE, '2026-11-25T11:20')
    const shows = () => clock.now().toFormat('yyyy-MM-dd HH:mm:ss')
    clock.pace = 0
    machine += 60_000
    expect(shows()).toBe('2026-11-25 11:20:00')
    clock.pace = 60
    machine += 2000
    expect(shows()).toBe('2026-11-25 11:22:00')
    clock.advance({ days: 1 })
    expect(shows()).toBe('2026-11-26 11:22:00')
    clock.pace = 1
    machine += 1000
    expect(shows()).toBe('2026-11-26 11:22:01')
    performance.mockRestore()
  })

  it('keeps the hour of the day over the change to winter time', () => {
    const clock = virtualClock(ZONE, '2026-10-24T11:20')
    clock.advance({ days: 2 })
    expect(clock.now().toFormat('yyyy-MM-dd HH:mm ZZ')).toBe('2026-10-26 11:20 +00:00')
  })
})

it('the clock of the machine shows its time in the zone of the libraries', () => {
  vi.useFakeTimers({ now: Date.UTC(2026, 6, 1, 12) })
  expect(machineClock('Europe/Dublin').now().toFormat('HH:mm')).toBe('13:00')
  vi.useRealTimers()
})
