/**
 * Failed tries to sign in, counted by card wherever they come from, and kept over a restart. After a few a card has to
 * wait, each time longer.
 */
import type { Reading, Write } from '../database/index.ts'
import { FAILED_SIGN_INS } from './tables.ts'

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

export async function failuresOf(source: Reading, card: string): Promise<Failures> {
  return (await source.query((use) => use(FAILED_SIGN_INS).findByPk(card, { raw: true }))) ?? NO_FAILURES
}

/** Of a card that there is. */
export async function noteFailedSignIn(write: Write, card: string, now: number): Promise<void> {
  const before = await write.use(FAILED_SIGN_INS).findByPk(card, { raw: true })
  await write.use(FAILED_SIGN_INS).upsert({ card, ...oneMore(before ?? NO_FAILURES, now) })
}

export async function forgetFailedSignIns(write: Write, card: string): Promise<void> {
  await write.use(FAILED_SIGN_INS).destroy({ where: { card } })
}

export async function dropOldFailures(write: Write, now: number): Promise<void> {
  await write.run('DELETE FROM failedSignIns WHERE last <= $before', { before: now - FORGOTTEN_MS })
}
