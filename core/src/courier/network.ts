/**
 * Every ride of the timetable over some weeks, and the earliest arrival from one branch at all others: a connection scan
 * (Dibbelt et al., "Connection Scan Algorithm", 2018) in which copies change runs at sorting branches alone.
 */
import { dayOf, minuteAt, type Day, type Minute } from '../calendar/index.ts'
import { runsOn, type CourierLine, type Timetable } from './timetable.ts'

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
  lines: readonly CourierLine[]
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

/**
 * @param days runs begin on them
 * @param isOpen whether a branch is open on a day: one that is not is passed, and nothing is loaded or unloaded
 */
export function networkOver(
  lines: readonly CourierLine[],
  days: readonly Day[],
  isOpen: (branch: string, day: Day) => boolean = () => true,
): Network {
  const rides: Ride[] = []
  let runs = 0
  for (const day of days) {
    for (const line of lines) {
      if (!runsOn(line, day)) continue
      rides.push(...ridesOf(line, day, runs, isOpen))
      runs += 1
    }
  }
  return { lines, rides: rides.sort((a, b) => a.depart - b.depart || a.arrive - b.arrive), runs }
}

function ridesOf(line: CourierLine, begins: Day, run: number, isOpen: (branch: string, day: Day) => boolean): Ride[] {
  const stops = line.stops
    .map(({ branch, arrive, depart }) => ({
      branch,
      arrive: arrive === null ? null : timeOf(begins, arrive),
      depart: depart === null ? null : timeOf(begins, depart),
    }))
    .filter(({ branch, arrive, depart }) => isOpen(branch, (arrive ?? depart)?.day ?? begins))
  return stops.flatMap((stop, i) => {
    const next = stops[i + 1]
    if (!next?.arrive || !stop.depart) return []
    return [{ line, run, from: stop.branch, to: next.branch, depart: stop.depart.minute, arrive: next.arrive.minute }]
  })
}

/** @param time "09:30", of a later day than that on which the run begins "+1 00:20" */
function timeOf(begins: Day, time: string): { day: Day; minute: Minute } {
  const [clock = '', days] = time.replace('+', '').split(' ').reverse()
  const day = days === undefined ? begins : dayOf(begins.at.plus({ days: Number(days) }))
  return { day, minute: minuteAt(day, clock) }
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
    { lines, rides, runs }: Network,
    { sorting, sortMinutes }: Pick<Timetable, 'sorting' | 'sortMinutes'>,
    private readonly from: string,
    ready: Minute,
  ) {
    const loadable = new Map([[from, ready]])
    // By run, the ride where the copy was loaded.
    const boarded = new Array<Ride | undefined>(runs)
    const hubs = new Set(sorting)
    // Once all is reached that lines lead to, what leaves after the last arrival brings nothing sooner.
    const places = reachedFrom(lines, from, hubs).size
    let last = -Infinity
    for (let i = firstFrom(rides, ready); i < rides.length; i += 1) {
      const ride = rides[i]
      if (!ride || (this.arrived.size === places && ride.depart > last)) break
      const aboard = boarded[ride.run] ?? ((loadable.get(ride.from) ?? Infinity) + ride.line.cutOff <= ride.depart ? ride : undefined)
      if (!aboard) continue
      boarded[ride.run] = aboard
      if (ride.to === from || ride.arrive >= (this.arrived.get(ride.to)?.ride.arrive ?? Infinity)) continue
      this.arrived.set(ride.to, { ride, boarded: aboard })
      last = Math.max(last, ride.arrive)
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

/** Places to which lines lead from here, over sorting branches too, whenever they run; without the place itself. */
function reachedFrom(lines: readonly CourierLine[], from: string, hubs: ReadonlySet<string>): Set<string> {
  const reached = new Set<string>()
  const starts = [from]
  for (const start of starts)
    for (const { stops } of lines)
      for (const { branch } of stops.slice(stops.findIndex((stop) => stop.branch === start) + 1 || stops.length)) {
        if (branch === from || reached.has(branch)) continue
        reached.add(branch)
        if (hubs.has(branch)) starts.push(branch)
      }
  return reached
}

/**
 * The least of all ways on which it misses each run once: of the runs of a line that it could take from one branch to
 * another it takes the second.
 */
export class LateArrivals {
  private readonly arrived = new Map<string, Minute>()

  constructor(
    { lines, rides }: Network,
    { sorting, sortMinutes }: Pick<Timetable, 'sorting' | 'sortMinutes'>,
    from: string,
    ready: Minute,
  ) {
    const loadable = new Map([[from, ready]])
    // Each place once, the soonest first: what is loaded later never comes earlier.
    for (;;) {
      const next = [...loadable].reduce<[string, Minute] | null>((first, one) => (first === null || one[1] < first[1] ? one : first), null)
      if (next === null) return
      const [branch, time] = next
      loadable.delete(branch)
      for (const [to, arrive] of secondRuns(rides, branch, time, reachedFrom(lines, branch, new Set()).size)) {
        if (to === from || arrive >= (this.arrived.get(to) ?? Infinity)) continue
        this.arrived.set(to, arrive)
        if (sorting.includes(to)) loadable.set(to, arrive + sortMinutes)
      }
    }
  }

  at(branch: string): Minute | null {
    return this.arrived.get(branch) ?? null
  }
}

/** Where the second run of each line gets that it could take from here to there, at the soonest. */
function secondRuns(rides: readonly Ride[], branch: string, ready: Minute, places: number): Map<string, Minute> {
  const aboard = new Set<number>()
  /** By line and place, the runs that bring it there: one that calls there twice is missed or caught as a whole. */
  const taken = new Map<CourierLine, Map<string, Set<number>>>()
  const found = new Map<string, Minute>()
  for (let i = firstFrom(rides, ready); i < rides.length; i += 1) {
    const ride = rides[i]
    if (!ride || (found.size === places && ride.depart > Math.max(...found.values()))) break
    if (ride.from === branch && ready + ride.line.cutOff <= ride.depart) aboard.add(ride.run)
    if (!aboard.has(ride.run) || ride.to === branch) continue
    const ways = taken.get(ride.line) ?? new Map<string, Set<number>>()
    taken.set(ride.line, ways)
    const runs = ways.get(ride.to) ?? new Set<number>()
    ways.set(ride.to, runs)
    if (runs.has(ride.run)) continue
    runs.add(ride.run)
    if (runs.size === 2) found.set(ride.to, Math.min(found.get(ride.to) ?? Infinity, ride.arrive))
  }
  return found
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
