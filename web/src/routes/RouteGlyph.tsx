/**
 * Ways to a reader drawn as stops and lines: a filled stop is here, open to filled is sent, dots before a stop are a queue, a sheet is a
 * scan, a line through a border comes from outside. */
import type { RouteLine } from '@catalex/contract/title'

const W = 40
const H = 14

export function RouteGlyph({ kind, possible }: { kind: RouteLine['kind']; possible: boolean }) {
  const colour = possible ? (kind === 'in the queue' ? 'var(--waiting)' : 'var(--action)') : 'var(--soft)'
  const end = <circle cx={W - 6} cy={H / 2} r="5" fill={possible ? colour : 'none'} stroke={colour} strokeWidth="1.5" />
  return (
    <svg width={W} height={H} viewBox={`0 0 ${String(W)} ${String(H)}`} aria-hidden="true">
      {kind === 'kept for you' && <path d={`M${String(W - 16)} ${String(H / 2)}h5`} stroke={colour} strokeWidth="2" />}
      {kind === 'kept for you' && <circle cx={W - 20} cy={H / 2} r="3.5" fill="none" stroke={colour} strokeWidth="2" />}
      {kind === 'sent over' && <circle cx="6" cy={H / 2} r="4" fill="none" stroke={colour} strokeWidth="2" />}
      {kind === 'sent over' && (
        <path d={`M10 ${String(H / 2)}H${String(W - 11)}`} stroke={colour} strokeWidth="2" strokeDasharray={possible ? undefined : '2 3'} />
      )}
      {kind === 'in the queue' && [4, 12, 20].map((x) => <circle key={x} cx={x} cy={H / 2} r="2" fill={colour} />)}
      {kind === 'scanned' && <path d="M2 2h7v10H2z" fill="none" stroke={colour} strokeWidth="1.5" />}
      {kind === 'from outside' && <path d="M10 1v12" stroke={colour} strokeWidth="1.5" />}
      {(kind === 'scanned' || kind === 'from outside') && (
        <path
          d={`M${kind === 'scanned' ? '11' : '1'} ${String(H / 2)}H${String(W - 11)}`}
          stroke={colour}
          strokeWidth="1.5"
          strokeDasharray="3 2"
        />
      )}
      {end}
    </svg>
  )
}
