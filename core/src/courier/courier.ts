/**
 * When a copy that is taken off its shelf now would be in a reader's hands at a pickup location: picked at the next run
 * through the shelves, carried by the courier, checked in within hours, and collected when the place is open.
 */
import type { DateTime } from 'luxon'
import {
  dayOf,
  daysFrom,
  minuteAt,
  minuteFrom,
  minuteOf,
  minutesOpen,
  type Day,
  type Minute,
  type OpeningHours,
} from '../calendar/index.ts'
import { Arrivals, LateArrivals, networkOver, type Leg, type Network } from './network.ts'
import type { Runs, Timetable } from './timetable.ts'

export interface Standing {
  branch: string
  collection: string
  /** Whether staff fetch it from where nobody else may go. */
  closed: boolean
}

export interface Destination {
  branch: string
  /** When readers can collect there. */
  hours: OpeningHours
}

export interface Delivery {
  /** When the run through the shelves begins. */
  picked: Minute
  legs: Leg[]
  /** When it is ready on the hold shelf of a pickup location that is open. */
  inHand: Minute
}

/** Further than this nobody promises anything. */
const DAYS_AHEAD = 90
/** Days on which a span that is worked out serves as the first. */
const SPAN_DAYS = 28
/** Spans that are kept: of waits and plans half a year ahead, one after the other. */
const MOST_SPANS = 8
/** Days and starts for which the work is kept: more come by only in a test of many times. */
const MOST_KEPT = 400

/** What is asked of the timetable. */
interface Way {
  from: Standing
  to: Destination
  now: DateTime
}

export class Courier {
  /** By their number, counted from 1970. */
  private readonly spans = new Map<number, Weeks>()

  /** @param hours of the staff of each branch */
  constructor(
    private readonly timetable: Timetable,
    private readonly hours: ReadonlyMap<string, OpeningHours>,
  ) {}

  /**
   * @param now in the time zone of the timetable
   * @returns null where the courier brings nothing within ninety days
   */
  delivery(from: Standing, to: Destination, now: DateTime): Delivery | null {
    const weeks = this.weeksFrom(now)
    const picked = this.pickAfter(weeks, from, minuteFrom(now))
    if (picked === null) return null
    const ready = picked + this.timetable.pickMinutes
    const arrivals = from.branch === to.branch ? null : this.arrivalsFrom(weeks, from.branch, ready)
    const inHand = this.inHandAt(weeks, { from, to, now }, arrivals === null ? ready : arrivals.at(to.branch))
    return inHand === null ? null : { picked, legs: arrivals?.legsTo(to.branch) ?? [], inHand }
  }

  /** The same where each run is missed once, through the shelves and on the road; null where there is no second. */
  latest(from: Standing, to: Destination, now: DateTime): Minute | null {
    const weeks = this.weeksFrom(now)
    const first = this.pickAfter(weeks, from, minuteFrom(now))
    const picked = first === null ? null : this.pickAfter(weeks, from, first + 1)
    if (picked === null) return null
    const ready = picked + this.timetable.pickMinutes
    const arrived = from.branch === to.branch ? ready : this.lateArrivalsFrom(weeks, from.branch, ready).at(to.branch)
    return this.inHandAt(weeks, { from, to, now }, arrived)
  }

  /** What stood at the pickup location is ready with that; what comes from elsewhere is checked in while it is open. */
  private inHandAt(weeks: Weeks, { from, to, now }: Way, arrived: Minute | null): Minute | null {
    if (arrived === null) return null
    const minutes = from.branch === to.branch ? 0 : this.timetable.checkInMinutes
    const begun = weeks.within(to.hours, arrived, minutes)
    return begun === null || begun + minutes > endOfDay(now, DAYS_AHEAD) ? null : begun + minutes
  }

  /** When a copy in now would be in hand: brought, or fetched by the reader where it stands at the pickup location itself. */
  inHand(from: Standing, to: Destination, now: DateTime): Minute | null {
    const brought = this.delivery(from, to, now)?.inHand ?? null
    if (from.closed || from.branch !== to.branch) return brought
    const fetched = this.weeksFrom(now).within(this.hours.get(to.branch) ?? to.hours, minuteFrom(now), 0)
    return brought === null || fetched === null ? (brought ?? fetched) : Math.min(brought, fetched)
  }

  private weeksFrom(now: DateTime): Weeks {
    const { number, at } = dayOf(now)
    const span = Math.floor(number / SPAN_DAYS)
    const known = this.spans.get(span)
    if (known) return known
    const [oldest] = this.spans.keys()
    if (oldest !== undefined && this.spans.size >= MOST_SPANS) this.spans.delete(oldest)
    const weeks = new Weeks(this.timetable, this.hours, at.minus({ days: number - span * SPAN_DAYS }))
    this.spans.set(span, weeks)
    return weeks
  }

  /** Closed stacks have runs of their own; a branch of which nothing is said is gone through when it opens. */
  private pickAfter(weeks: Weeks, { branch, collection, closed }: Standing, now: Minute): Minute | null {
    const { picks, stackRuns = {} } = this.timetable
    const place = `${branch}/${collection}`
    const hours = this.hours.get(branch)
    if (closed && stackRuns[place]) return weeks.runAfter(stackRuns, place, hours, now)
    return picks[branch] ? weeks.runAfter(picks, branch, hours, now) : hours ? weeks.openingAfter(hours, now) : null
  }

  private arrivalsFrom(weeks: Weeks, branch: string, ready: Minute): Arrivals {
    return keptIn(weeks.arrivals, branch, ready, () => new Arrivals(weeks.network, this.timetable, branch, ready))
  }

  private lateArrivalsFrom(weeks: Weeks, branch: string, ready: Minute): LateArrivals {
    return keptIn(weeks.lateArrivals, branch, ready, () => new LateArrivals(weeks.network, this.timetable, branch, ready))
  }
}

function keptIn<T>(all: Map<string, T>, branch: string, ready: Minute, make: () => T): T {
  const key = `${branch} ${String(ready)}`
  const known = all.get(key)
  if (known) return known
  if (all.size >= MOST_KEPT) all.clear()
  const made = make()
  all.set(key, made)
  return made
}

/** A place without any hours, such as a store or a sorting room, is never closed. */
const hasDay = (hours: OpeningHours | undefined, day: Day): boolean =>
  !hours || Object.values(hours.weekly).every((spans) => spans.length === 0) || minutesOpen(hours, day).length > 0

type Span = readonly [from: Minute, until: Minute]

/** What the coming weeks bring, worked out once. */
class Weeks {
  readonly network: Network
  readonly arrivals = new Map<string, Arrivals>()
  readonly lateArrivals = new Map<string, LateArrivals>()
  private readonly days: Day[]
  private readonly spans = new Map<OpeningHours, Span[]>()
  private readonly runs = new Map<Runs, Map<string, Minute[]>>()

  constructor(timetable: Timetable, hours: ReadonlyMap<string, OpeningHours>, first: DateTime) {
    // A run of yesterday may still be under way, but nothing can be loaded before now.
    this.days = daysFrom(first.minus({ days: 1 }), DAYS_AHEAD + SPAN_DAYS + 1)
    this.network = networkOver(timetable.lines, this.days, (branch, day) => hasDay(hours.get(branch), day))
  }

  /** The first minute from which the place is open for so many minutes. */
  within(hours: OpeningHours, from: Minute, minutes: number): Minute | null {
    for (const [opens, closes] of this.spansOf(hours)) {
      const begins = Math.max(opens, from)
      if (begins + minutes <= closes && begins < closes) return begins
    }
    return null
  }

  openingAfter(hours: OpeningHours, from: Minute): Minute | null {
    return this.spansOf(hours).find(([opens]) => opens >= from)?.[0] ?? null
  }

  /** Nobody goes through the shelves on a day on which the branch is closed, at whatever hour. */
  runAfter(runs: Runs, place: string, hours: OpeningHours | undefined, from: Minute): Minute | null {
    const known = this.runs.get(runs) ?? new Map<string, Minute[]>()
    this.runs.set(runs, known)
    const times = known.get(place) ?? this.runsOver(runs[place] ?? {}, hours)
    known.set(place, times)
    return times.find((time) => time >= from) ?? null
  }

  private runsOver(byWeekday: Runs[string], hours: OpeningHours | undefined): Minute[] {
    return this.days.flatMap((day) => (hasDay(hours, day) ? (byWeekday[String(day.weekday)] ?? []).map((time) => minuteAt(day, time)) : []))
  }

  private spansOf(hours: OpeningHours): Span[] {
    const known = this.spans.get(hours)
    if (known) return known
    const spans = this.days.flatMap((day) => minutesOpen(hours, day))
    this.spans.set(hours, spans)
    return spans
  }
}

/** The last minute of the day that comes so many days after this one. */
const endOfDay = (now: DateTime, days: number): Minute => minuteOf(now.startOf('day').plus({ days: days + 1 })) - 1

/** The ends of today, of the seventh and fourteenth day after it, and of all days looked at: by when something would be in hand (`IN_HAND`). */
export const inHandLimits = (now: DateTime): Minute[] => [0, 7, 14, DAYS_AHEAD].map((days) => endOfDay(now, days))
