import { DateTime } from 'luxon'
import { describe, expect, it, vi } from 'vitest'
import { machineClock, virtualClock } from '../src/standins/index.ts'

describe('a clock that can be moved', () => {
  const ZONE = 'Europe/London'
  const at = (iso: string) => DateTime.fromISO(iso, { zone: ZONE })

  it('stands where it was set, in the zone of the libraries, and runs on', async () => {
    const clock = virtualClock(ZONE, '2026-11-25T11:20')
    expect(clock.now().toISO()).toMatch(/^2026-11-25T11:20:00\.\d{3}(Z|\+00:00)$/)
    await new Promise((done) => setTimeout(done, 30))
    expect(clock.now() > at('2026-11-25T11:20:00.020')).toBe(true)
    expect(() => virtualClock(ZONE, 'noon')).toThrow('"noon" is no time')
  })

  it('does what is due on its way, in order, each at its own time, and what that brings, too', () => {
    const clock = virtualClock(ZONE, '2026-11-25T11:20')
    const done: string[] = []
    const task = (name: string, time: string, then?: () => void) =>
      clock.at(at(time), () => {
        done.push(`${name} ${clock.now().toFormat('dd HH:mm')}`)
        then?.()
      })
    task('late', '2026-11-27T09:00')
    task('first', '2026-11-25T12:00', () => task('brought', '2026-11-26T08:00'))
    const forget = task('forgotten', '2026-11-25T13:00')
    task('far', '2027-11-25T13:00')
    forget()
    clock.advance({ days: 2 })
    expect(done).toEqual(['first 25 12:00', 'brought 26 08:00', 'late 27 09:00'])
    expect(clock.now().toFormat('yyyy-MM-dd HH:mm')).toBe('2026-11-27 11:20')
    clock.advance({ minutes: 1 })
    expect(done).toHaveLength(3)
  })

  it('keeps the hour of the day over the change to winter time', () => {
    const clock = virtualClock(ZONE, '2026-10-24T11:20')
    clock.advance({ days: 2 })
    expect(clock.now().toFormat('yyyy-MM-dd HH:mm ZZ')).toBe('2026-10-26 11:20 +00:00')
  })
})

it('the clock of the machine does what is due when its time comes, however far', async () => {
  vi.useFakeTimers({ now: Date.UTC(2026, 10, 25) })
  const clock = machineClock('UTC')
  const done: string[] = []
  clock.at(clock.now().plus({ days: 40 }), () => done.push('far'))
  clock.at(clock.now().plus({ minutes: 1 }), () => done.push('near'))
  clock.at(clock.now().minus({ minutes: 1 }), () => done.push('past'))
  const forget = clock.at(clock.now().plus({ minutes: 2 }), () => done.push('never'))
  forget()
  await vi.advanceTimersByTimeAsync(60_000)
  expect(done).toEqual(['past', 'near'])
  await vi.advanceTimersByTimeAsync(39 * 86_400_000)
  expect(done).toHaveLength(2)
  await vi.advanceTimersByTimeAsync(86_400_000)
  expect(done).toEqual(['past', 'near', 'far'])
  vi.useRealTimers()
})
