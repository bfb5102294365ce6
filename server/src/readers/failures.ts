/**
 * Failed tries to sign in, counted by card wherever they come from, and kept over a restart. After a few a card has to
 * wait, each time longer. Numbers that are on no card wait just so, in memory, lest the waiting tell which cards there are.
 */
import type { Reading, Write } from '../database/index.ts'
import { FAILED_SIGN_INS, READERS } from './tables.ts'

export interface Failures {
  count: number
  /** Milliseconds since 1970. */
  last: number
}

/** Tries that may fail before a card has to wait. */
export const FREE_TRIES = 5
const FIRST_WAIT = 60_000
const LONGEST_WAIT = 15 * 60_000
/** Failures are forgotten when there was none for so long. */
export const FORGOTTEN_MS = 24 * 3_600_000

/** @returns milliseconds that a card has to wait before the next try */
export function waitAfter({ count, last }: Failures, now: number): number {
  if (count < FREE_TRIES || now - last >= FORGOTTEN_MS) return 0
  const wait = Math.min(LONGEST_WAIT, FIRST_WAIT * 2 ** Math.min(10, count - FREE_TRIES))
  return Math.max(0, last + wait - now)
}

/** Of more numbers that are on no card the oldest are forgotten. */
const MOST_UNKNOWN = 10_000
const unknown = new Map<string, Failures>()

export async function failuresOf(source: Reading, card: string): Promise<Failures> {
  const found = await source.query((use) => use(FAILED_SIGN_INS).findByPk(card, { raw: true }))
  return found ?? unknown.get(card) ?? { count: 0, last: 0 }
}

export async function noteFailedSignIn(write: Write, card: string, now: number): Promise<void> {
  const isOnACard = (await write.use(READERS).count({ where: { card } })) > 0
  if (!isOnACard) return
  const before = await write.use(FAILED_SIGN_INS).findByPk(card)
  const count = before && now - before.last < FORGOTTEN_MS ? before.count : 0
  await write.use(FAILED_SIGN_INS).upsert({ card, count: count + 1, last: now })
}

/** As `noteFailedSignIn`, for a number that is on no card. */
export function noteUnknownCard(card: string, now: number): void {
  const { count } = unknown.get(card) ?? { count: 0 }
  unknown.delete(card)
  unknown.set(card, { count: count + 1, last: now })
  const [oldest] = unknown.keys()
  if (unknown.size > MOST_UNKNOWN && oldest !== undefined) unknown.delete(oldest)
}

export async function forgetFailedSignIns(write: Write, card: string): Promise<void> {
  await write.use(FAILED_SIGN_INS).destroy({ where: { card } })
}

export async function dropOldFailures(write: Write, now: number): Promise<void> {
  await write.run('DELETE FROM failedSignIns WHERE last <= $before', { before: now - FORGOTTEN_MS })
}
