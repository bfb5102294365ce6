/** The clock: what time it is in the libraries' time zone. */
import { zoneNamed } from '@catalex/core/calendar'
import { DateTime, type DurationLike } from 'luxon'

export interface Clock {
  now(): DateTime
}

/** A clock that somebody can move on, stop and hurry. */
export interface VirtualClock extends Clock {
  advance(by: DurationLike): void
  /** Seconds that pass in a second of the machine: 1 as usual, 0 while it stands. */
  pace: number
}

/** The machine's clock. */
export const machineClock = (zone: string): Clock => ({ now: () => DateTime.now().setZone(zoneNamed(zone)) })

/** A clock that was set at `start` when the process began, and runs on from there. */
export function virtualClock(zone: string, start: string): VirtualClock {
  const first = DateTime.fromISO(start, { zone: zoneNamed(zone) })
  if (!first.isValid) throw new Error(`"${start}" is no time that a clock can be set to.`)
  let set: DateTime = first
  let begun = performance.now()
  let pace = 1
  const now = (): DateTime => set.plus((performance.now() - begun) * pace)
  const setTo = (time: DateTime) => {
    set = time
    begun = performance.now()
  }
  return {
    now,
    advance: (by) => {
      setTo(now().plus(by))
    },
    get pace() {
      return pace
    },
    set pace(seconds) {
      setTo(now())
      pace = seconds
    },
  }
}
