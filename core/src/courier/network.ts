/**
 * Every ride of the timetable over some weeks, and the earliest arrival from one branch at all others: a connection scan
 * (Dibbelt et al., "Connection Scan Algorithm", 2018) in which copies change runs at sorting branches alone.
 */
import type { DateTime } from 'luxon'
import { minuteAt, runsOn, type CourierLine, type Minute, type Timetable } from './timetable.ts'

/** From one stop of a run to the next. */
export interface Ride {
  line: CourierLine
  /** Number of the run that it is a part of. */
  run: number
  from: string
  to: string
  depart: Minute
  arrive: Minute
}

export interface Network {
  /** By departure. */
  rides: readonly Ride[]
  runs: number
}

/** One leg: aboard one run from where a copy is loaded to where it is unloaded. */
export interface Leg {
  line: CourierLine
  from: string
  depart: Minute
  to: string
  arrive: Minute
}

export function networkOver(lines: readonly CourierLine[], first: DateTime, days: number): Network {
  const rides: Ride[] = []
  let runs = 0
  for (let day = 0; day < days; day += 1) {
    const date = first.plus({ days: day })
    for (const line of lines) {
      if (!runsOn(line, date)) continue
      rides.push(...ridesOf(line, date, runs))
      runs += 1
    }
  }
  return { rides: rides.sort((a, b) => a.depart - b.depart || a.arrive - b.arrive), runs }
}

function ridesOf(line: CourierLine, date: DateTime, run: number): Ride[] {
  return line.stops.flatMap((stop, i) => {
    const next = line.stops[i + 1]
    if (!next || stop.depart === null || next.arrive === null) return []
    const [depart, arrive] = [minuteAt(date, stop.depart), minuteAt(date, next.arrive)]
    return [{ line, run, from: stop.branch, to: next.branch, depart, arrive }]
  })
}

interface Arrived {
  /** With which it comes. */
  ride: Ride
  boarded: Ride
}

/** The earliest arrivals of a copy that is ready to be loaded at one branch. */
export class Arrivals {
  private readonly arrived = new Map<string, Arrived>()

  constructor(
    { rides, runs }: Network,
    { sorting, sortMinutes }: Pick<Timetable, 'sorting' | 'sortMinutes'>,
    private readonly from: string,
    ready: Minute,
  ) {
    const loadable = new Map([[from, ready]])
    // By run, the ride where the copy was loaded.
    const boarded = new Array<Ride | undefined>(runs)
    const hubs = new Set(sorting)
    for (let i = firstFrom(rides, ready); i < rides.length; i += 1) {
      const ride = rides[i]
      if (!ride) break
      const aboard = boarded[ride.run] ?? ((loadable.get(ride.from) ?? Infinity) + ride.line.cutOff <= ride.depart ? ride : undefined)
      if (!aboard) continue
      boarded[ride.run] = aboard
      if (ride.to === from || ride.arrive >= (this.arrived.get(ride.to)?.ride.arrive ?? Infinity)) continue
      this.arrived.set(ride.to, { ride, boarded: aboard })
      if (hubs.has(ride.to)) loadable.set(ride.to, ride.arrive + sortMinutes)
    }
  }

  /** @returns null where no run of these weeks brings it there */
  at(branch: string): Minute | null {
    return this.arrived.get(branch)?.ride.arrive ?? null
  }

  legsTo(branch: string): Leg[] {
    const legs: Leg[] = []
    for (let at = branch; at !== this.from;) {
      const arrived = this.arrived.get(at)
      if (!arrived) return []
      const { ride, boarded } = arrived
      legs.unshift({ line: ride.line, from: boarded.from, depart: boarded.depart, to: at, arrive: ride.arrive })
      at = boarded.from
    }
    return legs
  }
}

/** The first ride that leaves no earlier. */
function firstFrom(rides: readonly Ride[], ready: Minute): number {
  let [low, high] = [0, rides.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if ((rides[middle]?.depart ?? Infinity) < ready) low = middle + 1
    else high = middle
  }
  return low
}
