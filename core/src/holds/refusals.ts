/**
 * Why something about a hold is refused: a code with its facts. The sentence and the way on are made where they are
 * shown; only what a library writes into its own rules comes in its own words.
 */
import type { HoldState } from './states.ts'

export const REFUSAL_CODES = [
  'card-expired',
  'card-blocked',
  'owes-too-much',
  'too-many-overdue',
  'too-many-holds',
  'already-held',
  'already-borrowed',
  'volume-needed',
  'pickup-not-served',
  'no-copy',
  'no-rule',
  'fetch-yourself',
  'rule',
  'key-reused',
  'no-such-title',
  'different-works',
  'no-such-hold',
  'too-late',
  'days-out-of-order',
  'too-far-ahead',
  'closed-day',
  'comes-later',
  'not-from-there',
  'cost-changed',
  'not-told-there',
  'not-offered',
  'too-many-pages',
  'too-many-requests',
  'no-such-request',
  'request-under-way',
  'no-such-loan',
  'not-renewable',
  'renewed-at-desk',
  'renewals-used',
  'others-wait',
  'renewable-from',
  'not-recalled',
  'owed-changed',
  'no-such-copy',
  'no-such-card',
  'not-lent',
  'lent-already',
  'kept-for-another',
  'returned-at-owner',
  'desk-refused',
  'desk-only',
] as const

export type Refusal =
  | { code: 'card-expired'; date: string }
  | { code: 'card-blocked'; note: string }
  /** Amounts in hundredths of the currency. */
  | { code: 'owes-too-much'; owed: number; limit: number }
  | { code: 'too-many-overdue'; overdue: number; limit: number }
  | { code: 'too-many-holds'; held: number; limit: number }
  /** A second hold on a work has to be meant. */
  | { code: 'already-held' }
  /** The reader has it out; the date is that on which it is due. */
  | { code: 'already-borrowed'; due: string }
  /** A journal is held by volume, never as a whole. */
  | { code: 'volume-needed' }
  | { code: 'pickup-not-served' }
  | { code: 'no-copy'; why: 'lost' | 'none' }
  /** No rule of the library lets this copy be held. */
  | { code: 'no-rule' }
  /** The branch keeps nothing from its own open shelves. */
  | { code: 'fetch-yourself' }
  /** A rule of the library in its own words. */
  | { code: 'rule'; reason: string; remedy: string | null }
  /** An idempotency key that came with another request before. */
  | { code: 'key-reused' }
  | { code: 'no-such-title' }
  | { code: 'different-works' }
  | { code: 'no-such-hold' }
  | { code: 'too-late'; state: HoldState }
  /** A day that has passed, or a last day before the first. */
  | { code: 'days-out-of-order' }
  /** The last day that can be named. */
  | { code: 'too-far-ahead'; date: string }
  /** The pickup location is closed on the day, and open on those nearest to it. */
  | { code: 'closed-day'; date: string; nearest: string[] }
  /** It can't be in hand before this day, which is after the last on which it is wanted. */
  | { code: 'comes-later'; date: string }
  /** No copy can be sent from the branch that was chosen. */
  | { code: 'not-from-there' }
  /** It costs more than was agreed to. */
  | { code: 'cost-changed'; cost: number }
  /** The card has no address of that kind. */
  | { code: 'not-told-there' }
  /** No rule of the library offers it. */
  | { code: 'not-offered' }
  | { code: 'too-many-pages'; limit: number }
  | { code: 'too-many-requests'; limit: number }
  | { code: 'no-such-request' }
  /** Somebody has begun with it. */
  | { code: 'request-under-way' }
  | { code: 'no-such-loan' }
  /** No rule renews it. */
  | { code: 'not-renewable' }
  | { code: 'renewed-at-desk' }
  | { code: 'renewals-used'; limit: number }
  /** Readers who wait for it. */
  | { code: 'others-wait'; waiting: number }
  /** Until then a renewal would gain nothing: a day, or a minute for what is lent by the hour. */
  | { code: 'renewable-from'; from: string }
  | { code: 'not-recalled' }
  /** Another amount is owed than was to be paid. */
  | { code: 'owed-changed'; owed: number }
  | { code: 'no-such-copy' }
  | { code: 'no-such-card' }
  /** No rule lends it to this reader. */
  | { code: 'not-lent' }
  | { code: 'lent-already' }
  /** Set aside for another reader. */
  | { code: 'kept-for-another' }
  /** Its owner, by this name, takes it back at its own branches alone. */
  | { code: 'returned-at-owner'; owner: string }
  /** Another system lends, and says no: in its words, where it has any. */
  | { code: 'desk-refused'; said: string | null }
  /** The system that lends can't do it from here. */
  | { code: 'desk-only' }

export const isRefusal = (answer: object): answer is Refusal => 'code' in answer && REFUSAL_CODES.some((code) => code === answer.code)
