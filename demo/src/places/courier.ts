/** The courier of the demo: the town van, the trolley, the van to the dale, the ferry and the book boat meet at Northmole. */
import type { CourierFile } from '@catalex/contract/files'
import { HERON_WEEKS } from './publicBranches.ts'

type Line = CourierFile['lines'][number]
const WEEKDAYS = [1, 2, 3, 4, 5]
/** No line runs then. */
const HOLIDAYS = ['2026-12-24', '2026-12-25', '2027-01-01']

/** @param route "northmole 11:10, ferrygate 11:35 11:45, northmole 13:25": when it comes and goes */
function line(code: string, name: string, days: number[], cutOff: number, route: string, more: Partial<Line> = {}): Line {
  const stops = route.split(', ').map((stop, i, all) => {
    const [branch = '', one = '', two = one] = stop.split(' ')
    return { branch, arrive: i === 0 ? null : one, depart: i === all.length - 1 ? null : two }
  })
  return { code, name, cutOff, days, not: HOLIDAYS, stops, ...more }
}

const LINES: Line[] = [
  line('town', 'Town van', WEEKDAYS, 10, 'northmole 11:10, ferrygate 11:35 11:45, lanternhill 12:05 12:15, college 12:25 12:35, saltpan 12:55 13:05, northmole 13:25'),
  line('trolley-1', 'University trolley, morning', WEEKDAYS, 5, 'northmole 10:30, cope 10:50 11:00, ketteridge 11:15 11:20, maritime 11:35 11:40, musiclib 11:50 11:55, northmole 12:10'),
  line('trolley-2', 'University trolley, afternoon', WEEKDAYS, 5, 'northmole 15:30, cope 15:50 16:00, ketteridge 16:15 16:20, maritime 16:35 16:40, musiclib 16:50 16:55, northmole 17:10'),
  line('store', 'Store van', WEEKDAYS, 15, 'northmole 08:10, store 08:50 13:30, northmole 14:10'),
  line('dale', 'Tarbeck and Wetherdale van', [1, 3, 5], 15, 'northmole 13:50, tarbeck 14:30 14:40, skerry 15:00 15:05, wetherdale 15:40 15:50, tarbeck 16:15 16:20, northmole 16:50'),
  line('ferry', 'Corrow ferry', [2, 4, 6], 30, 'northmole 08:20, corrow 09:40 16:30, northmole 17:50'),
  line('heron', 'Bookboat Heron', [3], 30, 'northmole 08:30, heron 09:30 16:45, northmole 17:30', { weeks: HERON_WEEKS }),
] // prettier-ignore

const runs = (...spans: readonly (readonly [days: readonly number[], ...times: string[]])[]): Record<string, string[]> =>
  Object.fromEntries(spans.flatMap(([days, ...times]) => days.map((day) => [String(day), times])))

const PICKS: CourierFile['picks'] = {
  northmole: runs([WEEKDAYS, '09:30', '14:00'], [[6], '10:30']),
  ferrygate: runs([[...WEEKDAYS, 6], '10:15']),
  lanternhill: runs([[1, 2, 3, 5, 6], '10:15']),
  saltpan: runs([[1, 3, 5], '10:15'], [[2, 4], '13:10']),
  tarbeck: runs([[2, 5], '14:05'], [[6], '10:10']),
  corrow: runs([[2, 4, 6], '11:10']),
  wetherdale: runs([[1, 3], '14:10'], [[6], '10:10']),
  heron: runs([[3], '10:05']),
  cope: runs([WEEKDAYS, '09:00', '13:30']),
  ketteridge: runs([WEEKDAYS, '09:00', '13:30']),
  maritime: runs([WEEKDAYS, '09:30', '14:00']),
  musiclib: runs([WEEKDAYS, '09:30', '14:00']),
  college: runs([WEEKDAYS, '09:30']),
}

/** More branches than the demo has lie on rounds of ten, for measuring at size. */
function rounds(branches: readonly string[]): Line[] {
  return Array.from({ length: Math.ceil(branches.length / 10) }, (_, round) => {
    const stops = branches.slice(round * 10, round * 10 + 10).map((code, i) => `${code} ${String(8 + Math.floor(i / 3))}:${String(10 + (i % 3) * 20)}`.replace(' 8:', ' 08:').replace(' 9:', ' 09:')) // prettier-ignore
    return line(
      `round-${String(round + 1)}`,
      `Round ${String(round + 1)}`,
      WEEKDAYS,
      10,
      ['northmole 07:30', ...stops, 'northmole 13:00'].join(', '),
    )
  })
}

/** @param more codes of branches beside those of the demo */
export const courierOf = (more: readonly string[]): CourierFile => ({
  sorting: ['northmole'],
  sortMinutes: 40,
  pickMinutes: 30,
  checkInMinutes: 20,
  picks: PICKS,
  stackRuns: {
    'northmole/stack': runs([WEEKDAYS, '11:00']),
    'store/store': runs([WEEKDAYS, '08:30', '12:30']),
    'musiclib/instruments': runs([WEEKDAYS, '10:00']),
  },
  lines: [...LINES, ...rounds(more)],
})
