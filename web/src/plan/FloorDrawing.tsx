/** One floor as it lies: walls, bays, stairs, lift, desk and door, the bays that are looked for lit, and the way to them. */
import type { Branch } from '@catalex/contract/libraries'
import type { BranchPlan } from '@catalex/contract/plans'
import type { Bay, Spot } from '@catalex/core/plan'
import { useTranslation } from 'react-i18next'
import { shortSign, signOf, signSize, type Floor } from './signs.ts'
import styles from './plan.module.css'

export interface Lit {
  bay: string
  /** Numbers of the stops there; none where there is only one thing to look for. */
  marks: readonly { number: number; done: boolean }[]
}

interface Props {
  plan: BranchPlan
  branch: Branch
  floor: Floor
  /** As the floor is called. */
  name: string
  lit: readonly Lit[]
  lines: readonly (readonly Spot[])[]
}

export function FloorDrawing({ plan, branch, floor, name, lit, lines }: Props) {
  const { t } = useTranslation()
  const spot = (id: string | undefined) => floor.nodes.find((node) => node.id === id)
  const connections = (['stairs', 'lifts'] as const).flatMap((kind) =>
    plan[kind].flatMap(({ id, nodes }) => {
      const at = spot(nodes[floor.floor])
      return at ? [{ id, at, lift: kind === 'lifts' }] : []
    }),
  )
  const door = spot(floor.entrance)
  const size = signSize(floor)
  return (
    <svg
      className={styles.drawing}
      style={{ fontSize: size }}
      viewBox={`${String(-MARGIN)} ${String(-MARGIN)} ${String(floor.width + 2 * MARGIN)} ${String(floor.depth + 2 * MARGIN)}`}
      role="img"
      aria-label={t('plan.of', { floor: name })}
    >
      <polygon className={styles.walls} points={floor.outline.map(({ x, y }) => `${String(x)},${String(y)}`).join(' ')} />
      {floor.bays.map((bay) => (
        <BayDrawing
          key={bay.id}
          bay={bay}
          sign={shortSign(signOf(t, bay, branch, plan), bay.width, size)}
          lit={lit.some((one) => one.bay === bay.id)}
        />
      ))}
      {connections.map(({ id, at, lift }) => (
        <Connection key={id} at={at} lift={lift} label={t(lift ? 'plan.liftHere' : 'plan.stairsHere')} />
      ))}
      {floor.desks.map(({ name: desk, node }) => {
        const at = spot(node)
        return at && <Desk key={node} at={at} label={desk} />
      })}
      {door && <Door at={door} label={t('plan.door')} toTheLeft={floor.desks.some(({ node }) => (spot(node)?.x ?? 0) > door.x)} />}
      {lines.map((line, i) => (
        <polyline key={i} className={styles.way} points={line.map(({ x, y }) => `${String(x)},${String(y)}`).join(' ')} />
      ))}
      {lit.map(({ bay: id, marks }) => {
        const bay = floor.bays.find((one) => one.id === id)
        return bay && <Marks key={id} bay={bay} at={spot(bay.node)} marks={marks} />
      })}
    </svg>
  )
}

/** Room for what stands at the walls, metres. */
const MARGIN = 0.5

function BayDrawing({ bay: { x, y, width, depth }, sign, lit }: { bay: Bay; sign: string; lit: boolean }) {
  return (
    <g>
      <rect className={styles.bay} data-lit={lit} x={x} y={y} width={width} height={depth} />
      <text className={styles.sign} data-lit={lit} x={x + width / 2} y={y - 0.18}>
        {sign}
      </text>
    </g>
  )
}

function Connection({ at: { x, y }, lift, label }: { at: Spot; lift: boolean; label: string }) {
  return (
    <g className={styles.fixture}>
      <rect x={x - 0.9} y={y - 0.5} width={1.8} height={1.1} />
      {lift ? (
        <path d={`M${String(x - 0.3)} ${String(y)} l.3 -.3 l.3 .3 M${String(x - 0.3)} ${String(y + 0.15)} l.3 .3 l.3 -.3`} />
      ) : (
        <path d={`M${String(x - 0.7)} ${String(y + 0.4)} h.35 v-.25 h.35 v-.25 h.35 v-.25 h.35`} />
      )}
      <text x={x} y={y + 1.25}>
        {label}
      </text>
    </g>
  )
}

function Desk({ at: { x, y }, label }: { at: Spot; label: string }) {
  return (
    <g className={styles.fixture}>
      <rect x={x - 1.4} y={y - 0.4} width={2.8} height={0.8} rx={0.15} />
      <text x={x} y={y + 1.05}>
        {label}
      </text>
    </g>
  )
}

/** Its name stands where no desk does. */
function Door({ at: { x, y }, label, toTheLeft }: { at: Spot; label: string; toTheLeft: boolean }) {
  return (
    <g className={styles.door}>
      <path d={`M${String(x - 0.7)} ${String(y)} h1.4`} />
      <text x={toTheLeft ? x - 0.9 : x + 0.9} y={y - 0.3} textAnchor={toTheLeft ? 'end' : 'start'}>
        {label}
      </text>
    </g>
  )
}

/** Where one stands before the bay; numbered, where several things are looked for. */
function Marks({ bay, at, marks }: { bay: Bay; at: Spot | undefined; marks: Lit['marks'] }) {
  if (marks.length === 0) return at && <circle className={styles.stand} cx={at.x} cy={at.y} r={0.32} />
  const step = Math.min(1.3, bay.width / marks.length)
  const first = bay.x + bay.width / 2 - (step * (marks.length - 1)) / 2
  return marks.map(({ number, done }, i) => (
    <g key={number} className={styles.mark} data-done={done}>
      <circle cx={first + i * step} cy={bay.y + bay.depth / 2} r={0.62} />
      <text x={first + i * step} y={bay.y + bay.depth / 2}>
        {number}
      </text>
    </g>
  ))
}
