/** The courier as a map of its lines: each goes out from the sorting place, and carries what is on the road now. */
import type { Backroom } from '@catalex/contract/backroom'
import { useTranslation } from 'react-i18next'
import { usePlaces } from '../shared/places.tsx'
import { Unseen } from '../ui/Unseen.tsx'
import { routesOf, type DrawnRoute } from './roads.ts'
import styles from './backroom.module.css'

const WIDTH = 920
const ROW = 64
const TOP = 34
const BOTTOM = 40
const COLOURS = ['print', 'music', 'map', 'journal', 'spoken', 'large-print', 'kit', 'thing']

export function RoadMap({ lines, waiting }: Pick<Backroom, 'lines' | 'waiting'>) {
  const { t } = useTranslation()
  const { branchName } = usePlaces()
  const { hub, routes } = routesOf(lines)
  if (hub === null) return <p className={styles.soft}>{t('backroom.road.none')}</p>
  const rows = Math.ceil(routes.length / 2)
  const height = TOP + (rows - 1) * ROW + BOTTOM
  const middle = { x: WIDTH / 2, y: TOP + ((rows - 1) * ROW) / 2 }
  const waits = new Map(waiting.map(({ branch, copies }) => [branch, copies]))
  const drawn = routes.map((route, i) => ({ ...route, y: TOP + Math.floor(i / 2) * ROW, side: i % 2 === 0 ? -1 : 1, colour: `var(--family-${COLOURS[i % COLOURS.length] ?? 'print'})` })) // prettier-ignore
  return (
    <div className={styles.map}>
      <svg viewBox={`0 0 ${String(WIDTH)} ${String(height)}`} aria-hidden="true">
        {drawn.map((route) => (
          <Line key={route.code} {...route} middle={middle} waits={waits} nameOf={branchName} />
        ))}
        <circle cx={middle.x} cy={middle.y} r={11} className={styles.hub} />
        <text x={middle.x} y={middle.y + 27} className={styles.hubName}>
          {branchName(hub)}
        </text>
        {(waits.get(hub) ?? 0) > 0 && (
          <text x={middle.x} y={middle.y - 18} className={styles.waits}>
            {t('backroom.road.wait', { count: waits.get(hub) })}
          </text>
        )}
        {/* What moves is drawn over the lines. */}
        {drawn.flatMap((route) => vansOf(route, middle, hub).map((van) => <Van key={`${route.code} ${van.text}`} {...van} />))}
      </svg>
      <Unseen>
        {drawn.flatMap(({ running, name }) =>
          running.map(({ from, to, copies }) => (
            <p key={`${name} ${from} ${to}`}>
              {t('backroom.road.said', { line: name, from: branchName(from), to: branchName(to), count: copies })}
            </p>
          )),
        )}
      </Unseen>
    </div>
  )
}

interface Point {
  x: number
  y: number
}

type Drawn = DrawnRoute & { y: number; side: number; colour: string }

/** Vans that are nearer to each other are drawn as one. */
const VAN = 80
const FIRST = 96
const LAST = 366

/** Where a stop lies: along the line, away from the middle. */
function stopAt({ stops, side, y }: Drawn, i: number, middle: Point): Point {
  const step = stops.length > 1 ? (LAST - FIRST) / (stops.length - 1) : 0
  const out = stops.length === 1 ? (FIRST + LAST) / 2 : FIRST + i * step
  return { x: middle.x + side * out, y }
}

function Line({ middle, waits, nameOf, ...route }: Drawn & { middle: Point; waits: ReadonlyMap<string, number>; nameOf(code: string): string }) {
  const { t } = useTranslation()
  const points = route.stops.map((_, i) => stopAt(route, i, middle))
  const bend = { x: middle.x + route.side * 52, y: route.y }
  const path = [middle, bend, ...points].map(({ x, y }) => `${String(x)},${String(y)}`).join(' ')
  return (
    <g style={{ color: route.colour }}>
      <polyline points={path} className={styles.road} data-today={route.today} />
      {route.stops.map((stop, i) => {
        const { x, y } = points[i] ?? middle
        return (
          <g key={stop}>
            <circle cx={x} cy={y} r={6} className={styles.call} />
            <text x={x} y={y + (i % 2 === 0 ? -13 : 23)} textAnchor="middle" className={styles.callName}>
              {nameOf(stop)}
              {(waits.get(stop) ?? 0) > 0 && <tspan className={styles.waitsAt}> +{waits.get(stop)}</tspan>}
            </text>
          </g>
        )
      })}
      {!route.today && (
        <text x={middle.x + route.side * 56} y={route.y + 17} className={styles.notToday} textAnchor={route.side > 0 ? 'start' : 'end'}>
          {t('backroom.road.notToday')}
        </text>
      )}
    </g>
  )
} // prettier-ignore

interface VanProps extends Point {
  text: string
  mine: boolean
}

/** Between the stop where it was loaded and the one to which it goes. */
function vansOf(route: Drawn, middle: Point, hub: string): VanProps[] {
  const place = (stop: string): Point => {
    const i = route.stops.indexOf(stop)
    return stop === hub || i < 0 ? { x: middle.x + route.side * 52, y: route.y } : stopAt(route, i, middle)
  }
  const loads = new Map<string, VanProps & { copies: number }>()
  for (const { from, to, copies, mine } of route.running) {
    const [a, b] = [place(from), place(to)]
    const at = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }
    const key = String(Math.round(at.x / VAN))
    const before = loads.get(key)
    const all = (before?.copies ?? 0) + copies
    loads.set(key, {
      ...at,
      ...(before && { x: before.x }),
      copies: all,
      text: `${route.short} ${String(all)}`,
      mine: mine || (before?.mine ?? false),
    })
  }
  return [...loads.values()]
}

function Van({ x, y, text, mine }: VanProps) {
  const width = 16 + text.length * 7
  return (
    <g className={styles.van} data-mine={mine}>
      <rect x={x - width / 2} y={y - 12} width={width} height={24} rx={4} />
      <text x={x} y={y + 4.5}>
        {text}
      </text>
    </g>
  )
}
