/** Opening hours: by weekday in the consortium's time zone, with closures by date. */
import type { DateTime } from 'luxon'
import { dayOf, localTime, minuteAt, type Day, type Minute } from './day.ts'

export { dayOf, daysFrom, minuteAt, minuteFrom, minuteOf, type Day, type Minute } from './day.ts'
export { zoneNamed } from './zone.ts'

export interface OpeningHours {
  /** Weekday (1 = Monday to 7 = Sunday) to the spans it is open, "HH:mm" to "HH:mm" in local time, in order. */
  weekly: Record<string, [from: string, until: string][]>
  /** First and last day closed, ISO dates. */
  closures: { from: string; to: string; reason: string }[]
  /** Every so many weeks alone, counted from a Monday. */
  weeks?: Weeks
}

export interface Weeks {
  every: number
  first: string
}

/** Whether a day, by its number, lies in a week that counts, before the first as after it. */
export const isInWeeks = ({ every, first }: Weeks, day: number): boolean =>
  Math.floor((day - Date.parse(first) / 86_400_000) / 7) % every === 0

/** What is said of a branch. */
interface Place extends Pick<OpeningHours, 'closures' | 'weeks'> {
  hours: OpeningHours['weekly']
}

/** @param own hours of a pickup point, where they are not those of its branch: they hold in any week */
export const openingHours = ({ hours, closures, weeks }: Place, own?: OpeningHours['weekly']): OpeningHours =>
  own ? { weekly: own, closures } : { weekly: hours, closures, ...(weeks ? { weeks } : {}) }

export type OpenState = { open: true; until: DateTime } | { open: false; opens: DateTime | null; reason: string | null }

/** A branch that opens on no day within this many is said to have no next opening. */
const LOOK_AHEAD_DAYS = 60

/** @param at a moment in the zone of the hours */
export function openState(hours: OpeningHours, at: DateTime): OpenState {
  for (const [from, until] of spansOn(hours, at)) if (at >= from && at < until) return { open: true, until }
  for (let day = 0; day <= LOOK_AHEAD_DAYS; day += 1) {
    const opening = spansOn(hours, at.plus({ days: day })).find(([from]) => from > at)
    if (opening) return { open: false, opens: opening[0], reason: closureOn(hours, at)?.reason ?? null }
  }
  return { open: false, opens: null, reason: closureOn(hours, at)?.reason ?? null }
}

/** When a place opens next: of one that is open, after it has closed; null where nobody can say. */
export function nextOpening(hours: OpeningHours, after: DateTime): DateTime | null {
  const now = openState(hours, after)
  if (!now.open) return now.opens
  const then = openState(hours, now.until)
  // One span may begin where the other ends.
  return then.open ? now.until : then.opens
}

/** The spans of one day, none when it is closed. */
export const spansOn = (hours: OpeningHours, day: DateTime): [DateTime, DateTime][] =>
  hoursOn(hours, dayOf(day)).map(([from, until]) => [atTime(day, from), atTime(day, until)])

/** The same in minutes, for whoever asks of many days. */
export const minutesOpen = (hours: OpeningHours, day: Day): [from: Minute, until: Minute][] =>
  hoursOn(hours, day).map(([from, until]) => [minuteAt(day, from), minuteAt(day, until)])

function hoursOn({ weekly, weeks, closures }: OpeningHours, { date, number, weekday }: Day): OpeningHours['weekly'][string] {
  const closed = closures.some((closure) => date >= closure.from && date <= closure.to)
  return closed || (weeks && !isInWeeks(weeks, number)) ? [] : (weekly[String(weekday)] ?? [])
}

/** Why it is closed all of that day, where that is out of turn. */
export function closureOn(hours: Pick<OpeningHours, 'closures'>, day: DateTime) {
  const date = day.toISODate() ?? ''
  return hours.closures.find((closure) => date >= closure.from && date <= closure.to)
}

/** @param time "09:30" */
function atTime(day: DateTime, time: string): DateTime {
  const [hour = 0, minute = 0] = time.split(':').map(Number)
  return localTime(day, hour, minute)
}

/** The first open day from this one on; undefined where there is none within so many days. */
export function openDayFrom(hours: OpeningHours, day: DateTime, within: number): DateTime | undefined {
  for (let away = 0; away <= within; away += 1) {
    const other = day.plus({ days: away })
    if (hoursOn(hours, dayOf(other)).length > 0) return other
  }
  return undefined
}

/** The open days nearest to a closed one: the last before it, no sooner than `from`, and the first after it. */
export function nearestOpenDays(hours: OpeningHours, day: DateTime, from: DateTime): DateTime[] {
  const isOpen = (other: DateTime) => spansOn(hours, other).length > 0
  const away = Array.from({ length: LOOK_AHEAD_DAYS }, (_, i) => i + 1)
  const before = away.map((days) => day.minus({ days })).find((other) => other < from.startOf('day') || isOpen(other))
  const after = openDayFrom(hours, day.plus({ days: 1 }), LOOK_AHEAD_DAYS - 1)
  return [before && before >= from.startOf('day') ? before : undefined, after].filter((other) => other !== undefined)
}
