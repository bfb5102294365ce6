/**
 * How the readers of the demo behave: they bring things back and collect them as its history says that readers do, by which
 * the estimates reckon, too.
 */
import { DateTime } from 'luxon'
import { dayOf, minuteOf, minutesOpen, type Minute, type OpeningHours } from '../calendar/index.ts'
import type { Family } from '../catalogue/index.ts'
import { daysLate, drawn, randomFrom, type Random, type ReturnHistory } from '../waiting/index.ts'

export * from './partners.ts'

/** The same chances for the same text, so that the same world lives the same life. */
export function chancesOf(text: string): Random {
  // FNV-1a, 32 bits.
  let hash = 0x811c9dc5
  for (const sign of text) hash = Math.imul(hash ^ (sign.codePointAt(0) ?? 0), 0x01000193)
  return randomFrom(hash)
}

/** Somebody who finds a place closed for so many days does not come. */
const MOST_DAYS_CLOSED = 60

/**
 * A moment of a day at which a place is open, or of the next day on which it is.
 * @param after in the libraries' time zone; nobody comes sooner
 * @returns null where it does not open again
 */
export function visitOn(hours: OpeningHours, day: DateTime, after: DateTime, random: Random): DateTime | null {
  const first = minuteOf(after) + 1
  for (let passed = 0; passed <= MOST_DAYS_CLOSED; passed += 1) {
    const left = minutesOpen(hours, dayOf(day.plus({ days: passed }))).flatMap(([from, until]): [Minute, number][] => {
      const begins = Math.max(from, first)
      return until > begins ? [[begins, until - begins]] : []
    })
    let minute = Math.floor(random() * left.reduce((sum, [, minutes]) => sum + minutes, 0))
    for (const [begins, minutes] of left) {
      if (minute < minutes) return DateTime.fromMillis((begins + minute) * 60_000, { zone: after.zone })
      minute -= minutes
    }
  }
  return null
}

interface Visit {
  history: ReturnHistory
  /** Of the place to which the reader comes. */
  hours: OpeningHours
  /** In the libraries' time zone. */
  now: DateTime
  random: Random
}

/** When a borrower brings a copy back. @param due as loans have it */
export function returnOf({ due, family }: { due: string; family: Family }, { history, hours, now, random }: Visit): DateTime | null {
  const by = DateTime.fromISO(due, { zone: now.zone })
  const already = Math.ceil(now.startOf('day').diff(by.startOf('day'), 'days').days)
  const day = by.startOf('day').plus({ days: daysLate(history, family, already, random) })
  return visitOn(hours, day < now ? now.startOf('day') : day, now, random)
}

/**
 * When a reader comes for what is on the hold shelf.
 * @param collectBy ISO date
 * @returns null for one who does not come
 */
export function collectionOf(collectBy: string, { history, hours, now, random }: Visit): DateTime | null {
  if (random() * 100 < history.lapsed) return null
  const visit = visitOn(hours, now.startOf('day').plus({ days: drawn(history.collected, random) ?? 0 }), now, random)
  // Whoever would come later hurries on the last day.
  if (visit !== null && (visit.toISODate() ?? '') <= collectBy) return visit
  return visitOn(hours, DateTime.fromISO(collectBy, { zone: now.zone }), now, random)
}
