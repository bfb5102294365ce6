/**
 * Failed tries to sign in, counted by card wherever they come from, and kept over a restart. After a few a card has to
 * wait, each time longer.
 */
import type { Queryable, Write } from '../database/index.ts'

export interface Failures {
  count: number
  /** Milliseconds since 1970. */
  last: number
}

/** Tries that may fail before a card has to wait. */
const FREE_TRIES = 5
const FIRST_WAIT = 60_000
const LONGEST_WAIT = 15 * 60_000
/** Failures are forgotten when there was none for so long. */
const FORGOTTEN_MS = 24 * 3_600_000

export const NO_FAILURES: Failures = { count: 0, last: 0 }

/** @returns milliseconds that a card has to wait before the next try */
export function waitAfter({ count, last }: Failures, now: number): number {
  if (count < FREE_TRIES || now - last >= FORGOTTEN_MS) return 0
  const wait = Math.min(LONGEST_WAIT, FIRST_WAIT * 2 ** Math.min(10, count - FREE_TRIES))
  return Math.max(0, last + wait - now)
}

export function oneMore({ count, last }: Failures, now: number): Failures {
  return { count: now - last < FORGOTTEN_MS ? count + 1 : 1, last: now }
}

/** What has failed: a PIN of a card that there is, one of a number that is on no card, or a code by which a PIN is chosen. */
export type FailureKind = 'card' | 'unknown' | 'code'

/** Of what anybody can make up the oldest are forgotten. */
const MAX_KEPT: Record<FailureKind, number> = { card: 1_000_000_000, unknown: 10_000, code: 10_000 }

export async function failuresOf(source: Queryable, kind: FailureKind, card: string): Promise<Failures> {
  const [row] = await source.read<Failures>('SELECT count, last FROM failures WHERE kind = $kind AND card = $card', { kind, card })
  return row ?? NO_FAILURES
}

/** The same statements for every kind: how long it takes must not tell which cards there are. */
export async function noteFailure(write: Write, kind: FailureKind, card: string, now: number): Promise<void> {
  const { count, last } = oneMore(await failuresOf(write, kind, card), now)
  await write.run('INSERT OR REPLACE INTO failures (kind, card, count, last) VALUES ($kind, $card, $count, $last)', {
    kind,
    card,
    count,
    last,
  })
  await write.run('DELETE FROM failures WHERE kind = $kind AND id <= (SELECT max(id) FROM failures) - $most', {
    kind,
    most: MAX_KEPT[kind],
  })
}

export const forgetFailures = (write: Write, kind: FailureKind, card: string): Promise<void> =>
  write.run('DELETE FROM failures WHERE kind = $kind AND card = $card', { kind, card })

export const dropOldFailures = (write: Write, now: number): Promise<void> =>
  write.run('DELETE FROM failures WHERE last <= $before', { before: now - FORGOTTEN_MS })
