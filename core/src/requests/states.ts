/** What becomes of a request: by whom it is answered, and what may follow what. */
import type { RequestKind } from './kinds.ts'

/** Somebody has still to do something about it. */
export const OPEN_REQUEST_STATES = ['asked', 'on its way', 'ready', 'with reader'] as const
export type OpenRequestState = (typeof OPEN_REQUEST_STATES)[number]

export const REQUEST_STATES = [...OPEN_REQUEST_STATES, 'done', 'declined', 'withdrawn'] as const
/** Done: a scan is sent, what was lent from outside is back with its owner, a purchase is ordered. */
export type RequestState = (typeof REQUEST_STATES)[number]

/** Why nobody does it. */
export const DECLINE_REASONS = ['not lent', 'not found', 'not allowed', 'not bought'] as const
export type DeclineReason = (typeof DECLINE_REASONS)[number]

type Moves = Readonly<Record<RequestState, readonly RequestState[]>>

const ENDED = { done: [], declined: [], withdrawn: [] } as const

/** Of what is done in one piece of work: a scan, a purchase. */
const AT_ONCE: Moves = { ...ENDED, asked: ['done', 'declined', 'withdrawn'], 'on its way': [], ready: [], 'with reader': [] }

/** What one partner declines is asked of the next; what comes later than expected is on its way still. */
const FROM_OUTSIDE: Moves = {
  ...ENDED,
  asked: ['asked', 'on its way', 'declined', 'withdrawn'],
  'on its way': ['on its way', 'ready', 'declined'],
  ready: ['with reader', 'done'],
  'with reader': ['done'],
}

export const requestMayBecome = (kind: RequestKind, from: RequestState, to: RequestState): boolean =>
  (kind === 'outside' ? FROM_OUTSIDE : AT_ONCE)[from].includes(to)

/** What was ready and is done without having been with its reader. */
export const isUncollected = (before: RequestState | undefined, state: RequestState): boolean => before === 'ready' && state === 'done'

export const isOpenRequest = (state: RequestState): state is OpenRequestState => OPEN_REQUEST_STATES.some((open) => open === state)

/** When what it costs is owed: with the scan, or with the copy on the hold shelf. */
export const costsFrom = (kind: RequestKind): RequestState | null => (({ scan: 'done', outside: 'ready', purchase: null }) as const)[kind]
