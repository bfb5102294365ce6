/** Opening hours: by weekday in the consortium's time zone, with closures by date. */
import { DateTime } from 'luxon'

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

/** Whether a day lies in a week that counts, before the first as after it. */
export function isInWeeks({ every, first }: Weeks, day: DateTime): boolean {
  const [monday, date] = [DateTime.fromISO(first, { zone: 'utc' }), DateTime.fromISO(day.toISODate() ?? '', { zone: 'utc' })]
  return Math.floor(date.diff(monday, 'days').days / 7) % every === 0
}

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

/** The spans of one day, none when it is closed. */
export function spansOn(hours: OpeningHours, day: DateTime): [DateTime, DateTime][] {
  if (closureOn(hours, day) || (hours.weeks && !isInWeeks(hours.weeks, day))) return []
  return (hours.weekly[String(day.weekday)] ?? []).map(([from, until]) => [atTime(day, from), atTime(day, until)])
}

/** Why it is closed all of that day, where that is out of turn. */
export function closureOn(hours: Pick<OpeningHours, 'closures'>, day: DateTime) {
  const date = day.toISODate() ?? ''
  return hours.closures.find((closure) => date >= closure.from && date <= closure.to)
}

function atTime(day: DateTime, time: string): DateTime {
  const [hour, minute] = time.split(':').map(Number)
  return day.startOf('day').set({ hour, minute })
}

/** The open days nearest to a closed one: the last before it, no sooner than `from`, and the first after it. */
export function nearestOpenDays(hours: OpeningHours, day: DateTime, from: DateTime): DateTime[] {
  const isOpen = (other: DateTime) => spansOn(hours, other).length > 0
  const away = Array.from({ length: LOOK_AHEAD_DAYS }, (_, i) => i + 1)
  const before = away.map((days) => day.minus({ days })).find((other) => other < from.startOf('day') || isOpen(other))
  const after = away.map((days) => day.plus({ days })).find(isOpen)
  return [before && before >= from.startOf('day') ? before : undefined, after].filter((other) => other !== undefined)
}
