/** What a timetable leaves out: places that no line serves or that nothing reaches, and arrivals at closed doors. */
import { DateTime } from 'luxon'
import { dayOf, daysFrom, minutesOpen, type OpeningHours } from '../calendar/index.ts'
import { Courier, type Destination, type Standing } from './courier.ts'
import { networkOver } from './network.ts'
import type { CourierLine, Timetable } from './timetable.ts'

export type CourierFinding =
  /** A branch with shelves or a pickup point at which no line stops. */
  | { code: 'no-line'; branch: string }
  /** From its shelves nothing gets to any other pickup point within ninety days. */
  | { code: 'nothing-leaves'; branch: string; collection: string }
  /** Nothing gets there within ninety days. */
  | { code: 'nothing-arrives'; pickup: string }
  /** No run of the line comes while the branch is open long enough to check anything in. */
  | { code: 'closed-doors'; line: string; branch: string }

export interface CourierPlaces {
  hours: ReadonlyMap<string, OpeningHours>
  standings: readonly Standing[]
  /** By code of the pickup point. */
  pickups: ReadonlyMap<string, Destination>
}

/** Branches at which a run of a line calls twice, out and back; where it begins and ends is no such place. */
export const calledTwice = (lines: readonly CourierLine[]): { line: string; branch: string }[] =>
  lines.flatMap(({ code, stops }) => {
    const calls = stops.map(({ branch }) => branch).filter((branch, i) => i > 0 || branch !== stops.at(-1)?.branch)
    return [...new Set(calls.filter((branch, i) => calls.indexOf(branch) < i))].map((branch) => ({ line: code, branch }))
  })

/** Weeks of which the arrivals are looked at: what runs every second week comes by. */
const DAYS = 42

/** @param now in the time zone of the timetable */
export function courierFindings(timetable: Timetable, places: CourierPlaces, now: DateTime): CourierFinding[] {
  const served = new Set(timetable.lines.flatMap(({ stops }) => stops.map(({ branch }) => branch)))
  const pickups = [...places.pickups].map(([code, point]) => ({ code, ...point }))
  const branches = new Set([...places.standings, ...pickups].map(({ branch }) => branch))
  const lonely = [...branches].filter((branch) => !served.has(branch))
  const courier = new Courier(timetable, places.hours)
  const goes = (from: Standing, to: Destination) => from.branch !== to.branch && courier.delivery(from, to, now) !== null
  const reachable = <T extends { branch: string }>(all: readonly T[]) => all.filter(({ branch }) => served.has(branch))
  return [
    ...lonely.map((branch): CourierFinding => ({ code: 'no-line', branch })),
    ...reachable(places.standings).flatMap((from): CourierFinding[] =>
      pickups.some((to) => goes(from, to)) ? [] : [{ code: 'nothing-leaves', branch: from.branch, collection: from.collection }],
    ),
    ...reachable(pickups).flatMap((to): CourierFinding[] =>
      places.standings.some((from) => goes(from, to)) ? [] : [{ code: 'nothing-arrives', pickup: to.code }],
    ),
    ...closedDoors(timetable, places, now),
  ]
}

function closedDoors({ lines, checkInMinutes }: Timetable, { hours, pickups }: CourierPlaces, now: DateTime): CourierFinding[] {
  const collected = new Set([...pickups.values()].map(({ branch }) => branch))
  const met = new Map<string, boolean>()
  for (const { line, to, arrive } of networkOver(lines, daysFrom(now, DAYS)).rides) {
    const key = JSON.stringify([line.code, to])
    const open = hours.get(to)
    if (!open || !collected.has(to) || met.get(key) === true) continue
    // What comes before the doors open is checked in when they do.
    const spans = minutesOpen(open, dayOf(DateTime.fromMillis(arrive * 60_000, { zone: now.zone })))
    met.set(
      key,
      spans.some(([, closes]) => arrive + checkInMinutes <= closes),
    )
  }
  return [...met].flatMap(([key, isMet]): CourierFinding[] => {
    const [line = '', branch = ''] = JSON.parse(key) as string[]
    return isMet ? [] : [{ code: 'closed-doors', line, branch }]
  })
}
