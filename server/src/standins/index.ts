/** Small ports with the stand-ins that the demo runs on; a real deployment brings its own. */
import { DateTime } from 'luxon'

export interface Clock {
  now(): DateTime
}

/** The machine's clock, in the libraries' time zone. */
export function machineClock(zone: string): Clock {
  return { now: () => DateTime.now().setZone(zone) }
}

/** A clock that was set at `start` when the process began and runs on from there. */
export function setClock(zone: string, start: string): Clock {
  const set = DateTime.fromISO(start, { zone })
  if (!set.isValid) throw new Error(`"${start}" is no time that a clock can be set to.`)
  const begun = DateTime.now()
  return { now: () => set.plus(DateTime.now().diff(begun)) }
}
