/**
 * A queue played through once: copies come back when chance has it, go to the first who may have them, are kept, lent and
 * come back again, until the hold in question has its own. Due dates are promises, not facts.
 */
import type { Family } from '../catalogue/index.ts'
import type { Minute } from '../calendar/index.ts'
import { daysLate, drawn, type Random, type ReturnHistory } from './returns.ts'

export interface WaitedFor {
  family: Family
  /** Where it comes back to, or stands. */
  branch: string
  /** On its shelf; due back; on its way to a reader who has it next; or where nobody says when it comes. */
  state: { is: 'in' } | { is: 'out'; due: Minute } | { is: 'promised'; to: Turn } | { is: 'being prepared' | 'on order' | 'at the binder' }
}

/** What follows once a hold has a copy. */
export interface Turn {
  /** Pickup point. */
  pickup: string
  /** Branch of the pickup point. */
  branch: string
  /** Length of the loan. */
  loanMinutes: number
  /** Length of the shelf days. */
  shelfMinutes: number
}

export interface HoldAhead extends Turn {
  /** Copies that may serve it, by their places in the list. */
  copies: ReadonlySet<number>
  /** From when on it is not passed over; null where nobody has said. */
  from: Minute | null
}

export interface WaitingQuestion {
  now: Minute
  copies: readonly WaitedFor[]
  /** In the order of the queue, without the hold in question. */
  ahead: readonly HoldAhead[]
  own: Pick<HoldAhead, 'copies' | 'pickup' | 'branch'>
  history: ReturnHistory
  /** When a copy that is at a branch then is in hand at a pickup point; null where nobody knows. */
  arrival: (branch: string, pickup: string, at: Minute) => Minute | null
}

const DAY = 1440
/** Days that pass before such a copy can be lent, at least and at most, where a library says no more of it. */
const READY_IN = { 'being prepared': [2, 21], 'on order': [10, 60], 'at the binder': [10, 45] } as const
/** Where nobody knows how long the way is, and for all that happens so far ahead that no timetable is looked up. */
const WAY = 3 * DAY
const TIMETABLE_DAYS = 180
/** What takes longer is as good as never. */
const GIVE_UP = 730 * DAY
/** Things come back while the doors are open. */
const OPEN_MINUTES = 8 * 60

interface Free {
  copy: number
  at: Minute
  branch: string
}

/** @returns when the hold in question has its copy in hand; null where none of the copies ever comes to it */
export function playThrough(question: WaitingQuestion, random: Random): Minute | null {
  const waiting = [...question.ahead]
  const free = question.copies.map((copy, i): Free => ({ copy: i, ...firstFree(question, copy, random) }))
  for (;;) {
    const next = free.reduce<Free | null>((first, one) => (first === null || one.at < first.at ? one : first), null)
    if (next === null || next.at > question.now + GIVE_UP) return null
    const at = waiting.findIndex(({ copies, from }) => copies.has(next.copy) && from !== null && from <= next.at)
    const hold = waiting[at]
    if (hold) {
      waiting.splice(at, 1)
      Object.assign(next, lent(question, next, hold, random))
    } else if (question.own.copies.has(next.copy)) return arrivalOf(question, next, question.own.pickup)
    else next.at = nextResuming(waiting, next)
  }
}

function firstFree(question: WaitingQuestion, copy: WaitedFor, random: Random): Omit<Free, 'copy'> {
  const { now } = question
  const { state, branch, family } = copy
  switch (state.is) {
    case 'in':
      return { at: now, branch }
    case 'out': {
      const least = Math.ceil((now - state.due) / DAY)
      return { at: Math.max(now, returned(state.due, daysLate(question.history, family, least, random), random)), branch }
    }
    case 'promised':
      return lent(question, { copy: question.copies.indexOf(copy), at: now, branch }, state.to, random)
    default: {
      const [least, most] = READY_IN[state.is]
      return { at: now + Math.floor((least + random() * (most - least)) * DAY), branch }
    }
  }
}

/** When and where a copy is free again that goes to a hold now: nobody comes for it, or it is lent and comes back. */
function lent(question: WaitingQuestion, free: Free, turn: Turn, random: Random): Omit<Free, 'copy'> {
  const { history } = question
  const ready = arrivalOf(question, free, turn.pickup)
  if (random() * 100 < history.lapsed) return { at: ready + turn.shelfMinutes, branch: turn.branch }
  const collected = ready + Math.min((drawn(history.collected, random) ?? 0) * DAY, turn.shelfMinutes)
  const family = question.copies[free.copy]?.family ?? 'print'
  // Others wait for it, so that nobody renews it; it comes back where it was lent.
  const due = collected + turn.loanMinutes
  return { at: Math.max(collected, returned(due, daysLate(history, family, -turn.loanMinutes / DAY, random), random)), branch: turn.branch }
}

const returned = (due: Minute, late: number, random: Random): Minute => due + late * DAY - Math.floor(random() * OPEN_MINUTES)

function arrivalOf({ arrival, now }: WaitingQuestion, { branch, at }: Free, pickup: string): Minute {
  const known = at <= now + TIMETABLE_DAYS * DAY ? arrival(branch, pickup, at) : null
  return known ?? at + WAY
}

/** A copy that nobody may have now stands until one who is passed over goes on. */
function nextResuming(waiting: readonly HoldAhead[], { copy, at }: Free): Minute {
  const times = waiting.flatMap(({ copies, from }) => (copies.has(copy) && from !== null && from > at ? from : []))
  return times.length > 0 ? Math.min(...times) : Infinity
}
