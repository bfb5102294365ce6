/** Lines of the courier as they are drawn: those with the same stops as one. */
import type { Backroom } from '@catalex/contract/backroom'

type Line = Backroom['lines'][number]

export interface DrawnRoute extends Pick<Line, 'code' | 'name' | 'stops' | 'today' | 'running'> {
  /** What stands on the van: the last word of its name. */
  short: string
}

/** The place at which most lines begin is the hub; every line goes out from there. */
export function routesOf(lines: readonly Line[]): { hub: string | null; routes: DrawnRoute[] } {
  const begins = new Map<string, number>()
  for (const { stops } of lines) begins.set(stops[0] ?? '', (begins.get(stops[0] ?? '') ?? 0) + 1)
  const [hub = null] = [...begins].sort((a, b) => b[1] - a[1]).map(([stop]) => stop)
  const routes = new Map<string, DrawnRoute>()
  for (const { code, name, stops, today, running } of lines) {
    const out = [...new Set(stops.filter((stop) => stop !== hub))]
    const key = out.join(' ')
    const before = routes.get(key)
    if (before) routes.set(key, { ...before, today: before.today || today, running: [...before.running, ...running] })
    else routes.set(key, { code, name, stops: out, today, running, short: shortOf(name) })
  }
  return { hub, routes: [...routes.values()].sort((a, b) => b.stops.length - a.stops.length) }
}

/** "van" of "Town van", "trolley" of "University trolley, morning". */
const shortOf = (name: string): string => (name.split(',')[0] ?? name).split(' ').at(-1)?.toLowerCase() ?? name
