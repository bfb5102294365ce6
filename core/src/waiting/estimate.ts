/** How long a wait in the queue is likely to be: the queue played through many times, from a seed. */
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import type { Minute } from '../calendar/index.ts'
import { playThrough, type WaitingQuestion } from './queue.ts'
import type { Random } from './returns.ts'

export interface WaitingEstimate {
  /** As likely sooner as later; null where it more likely never comes. */
  likely: Minute | null
  /** Eight of ten such holds are in hand between the two; the end is null where more than one of ten never is. */
  from: Minute | null
  until: Minute | null
  /** The share of such holds in hand by so many weeks from now, from the first on, from 0 to 1. */
  byWeek: number[]
}

/** The part of all holds that the interval leaves out on each side. */
const TAIL = 0.1
const WEEK = 7 * 1440
/** Weeks that are told; fewer where nearly all have it by then. */
const MOST_WEEKS = 26
const NEARLY_ALL = 0.98
/** Steps of a copy from hand to hand that one estimate may take, whatever the length of the queue. */
const STEPS = 40_000
const MOST_TIMES = 1000
const FEWEST_TIMES = 100

/** @param seed the same for the same question, so that nobody is told another date at each look */
export function waitingEstimate(question: WaitingQuestion, seed: number): WaitingEstimate {
  const random = randomFrom(seed)
  const steps = question.ahead.length + question.copies.length + 1
  const times = Math.max(FEWEST_TIMES, Math.min(MOST_TIMES, Math.floor(STEPS / steps)))
  const outcomes = Array.from({ length: times }, () => playThrough(question, random) ?? Infinity).sort((a, b) => a - b)
  return {
    likely: known(quantile(outcomes, 0.5)),
    from: known(quantile(outcomes, TAIL)),
    until: known(quantile(outcomes, 1 - TAIL)),
    byWeek: byWeek(outcomes, question.now),
  }
}

export function randomFrom(seed: number): Random {
  const generator = xoroshiro128plus(seed)
  return () => uniformFloat64(generator)
}

const known = (minute: Minute): Minute | null => (minute === Infinity ? null : minute)

/** The least outcome that so great a part of all does not exceed. @param sorted at least one */
const quantile = (sorted: readonly Minute[], part: number): Minute => sorted[Math.ceil(part * sorted.length) - 1] ?? Infinity

function byWeek(sorted: readonly Minute[], now: Minute): number[] {
  const shares = Array.from({ length: MOST_WEEKS }, (_, i) => sorted.filter((one) => one <= now + (i + 1) * WEEK).length / sorted.length)
  const enough = shares.findIndex((share) => share >= NEARLY_ALL)
  return enough < 0 ? shares : shares.slice(0, enough + 1)
}
