/** A request goes on: the one place where it changes its state, with what that costs, and what its reader is told. */
import type { Notice } from '@catalex/core/messages'
import type { Refusal } from '@catalex/core/holds'
import { costsFrom, isUncollected, requestMayBecome, type DeclineReason, type RequestKind, type RequestState } from '@catalex/core/requests'
import { charge, collectByAt, type Moment } from '../circulation/index.ts'
import type { Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { tell } from '../notices/index.ts'

export interface RequestStep {
  to: RequestState
  /** Name of the library elsewhere that answers or sends. */
  partner?: string | null
  reason?: DeclineReason | null
  /** The day that goes with it: expected, or due back. ISO date; of what is ready, the hold shelf's last day is worked out. */
  day?: string | null
}

interface Moved {
  id: number
  kind: RequestKind
  state: RequestState
  readerId: number | null
  title: string
  cost: number
  pickup: string | null
}

/** @param code what is known to the request's reader alone */
export async function moveRequest(
  write: Write,
  libraries: Libraries,
  code: string,
  { to, partner = null, reason = null, day = null }: RequestStep,
  at: Moment,
): Promise<Refusal | null> {
  const [request] = await write.read<Moved>(
    "SELECT id, kind, state, readerId, title, cost, details ->> '$.pickup' AS pickup FROM requests WHERE code = $code",
    { code },
  )
  if (!request) return { code: 'no-such-request' }
  if (!requestMayBecome(request.kind, request.state, to)) return { code: 'request-under-way' }
  const { id, kind, readerId, title, cost, pickup } = request
  const kept = to === 'ready' && pickup !== null ? collectByAt(libraries, pickup, at.now) : day
  await write.run('UPDATE requests SET state = $to, day = $kept WHERE id = $id', { id, to, kept })
  await write.run(
    'INSERT INTO requestEvents (requestId, at, state, partner, reason, day) VALUES ($id, $now, $to, $partner, $reason, $kept)',
    { id, now: at.now, to, partner, reason, kept },
  )
  if (readerId === null) return null
  if (costsFrom(kind) === to && cost > 0) await charge(write, { readerId, barcode: '', title, amount: cost }, at)
  const notice = noticeOf(request, to, kept)
  if (notice) await tell(write, libraries, { readerId }, notice, at.now)
  return null
}

/** What its reader did is told to nobody, and what only takes its course is on the card. */
function noticeOf({ kind, state, title, pickup }: Moved, to: RequestState, day: string | null): Notice | null {
  if (to === 'declined') return { kind: 'declined', title }
  if (to === 'ready' && pickup !== null && day !== null) return { kind: 'outside ready', title, pickup, collectBy: day }
  if (isUncollected(state, to)) return { kind: 'sent back', title }
  if (to !== 'done' || kind === 'outside') return null
  return { kind: kind === 'scan' ? 'scan sent' : 'ordered', title }
}
