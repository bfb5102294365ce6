/** Times as the agenda has them, and as the libraries say them. */
import { DateTime } from 'luxon'
import { momentOf, type Moment } from '../circulation/index.ts'
import type { Libraries } from '../libraries/index.ts'

/** @param at ISO time */
export const timeOf = (libraries: Libraries, at: string): DateTime => DateTime.fromISO(at, { zone: libraries.library.timeZone })
export const momentAt = (libraries: Libraries, at: string): Moment => momentOf(timeOf(libraries, at))
export const isoOf = (time: DateTime): string => time.toUTC().toISO() ?? ''
export const later = (at: string, minutes: number): string => new Date(Date.parse(at) + minutes * 60_000).toISOString()
