/**
 * Why something about a hold is refused: a code with its facts. The sentence and the way on are made where they are
 * shown; only what a library writes into its own rules comes in its own words.
 */
import type { HoldState } from './states.ts'

export const REFUSAL_CODES = [
  'card-expired',
  'card-blocked',
  'owes-too-much',
  'too-many-holds',
  'already-held',
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
] as const

export type Refusal =
  | { code: 'card-expired'; date: string }
  | { code: 'card-blocked'; note: string }
  /** Amounts in hundredths of the currency. */
  | { code: 'owes-too-much'; owed: number; limit: number }
  | { code: 'too-many-holds'; held: number; limit: number }
  | { code: 'already-held' }
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

export const isRefusal = (answer: object): answer is Refusal => 'code' in answer && REFUSAL_CODES.some((code) => code === answer.code)
