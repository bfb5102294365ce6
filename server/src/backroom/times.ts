/** Times as the agenda has them, and as the libraries say them. */
import { DateTime, type Zone } from 'luxon'
import { momentOf, type Moment } from '../circulation/index.ts'
import type { Libraries } from '../libraries/index.ts'

interface Known {
  at: string
  zone: Zone
  time: DateTime
  moment: Moment
}

/** What happens at one time asks for it again and again. */
let last: Known | null = null

function knownAt({ zone }: Libraries, at: string): Known {
  if (last?.at === at && last.zone === zone) return last
  const time = DateTime.fromISO(at, { zone })
  last = { at, zone, time, moment: momentOf(time) }
  return last
}

/** @param at ISO time */
export const timeOf = (libraries: Libraries, at: string): DateTime => knownAt(libraries, at).time
export const momentAt = (libraries: Libraries, at: string): Moment => knownAt(libraries, at).moment
export const isoOf = (time: DateTime): string => time.toUTC().toISO() ?? ''
export const later = (at: string, minutes: number): string => new Date(Date.parse(at) + minutes * 60_000).toISOString()
