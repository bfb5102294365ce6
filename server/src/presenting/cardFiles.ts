/** What stands on a card as files to take along: everything as JSON, holds and loans as a table, their days as a calendar. */
import type { Card } from '@catalex/contract/card'
import { stringify } from 'csv-stringify/sync'
import { ICalCalendar } from 'ical-generator'
import { DateTime } from 'luxon'
import type { Libraries } from '../libraries/index.ts'
import type { Reader } from '../readers/index.ts'

/** All that is kept of the reader, but what no reader knows of it. */
export function cardAsJson(
  { name, card, category, homeBranch, expires, mail, telephone, notify, guardian, language }: Reader,
  rest: object,
): string {
  return JSON.stringify(
    { reader: { name, card, category, homeBranch, expires, mail, telephone, notify, guardian, language }, ...rest },
    null,
    2,
  )
}

/** A row for each hold and each loan. */
export function cardAsCsv({ holds, loans }: Card): string {
  const rows = [
    ...holds.map(({ title, controlNumber, state, requested, pickup, collectBy, cost }) => ['hold', title, controlNumber, state, requested, pickup, collectBy, cost]),
    ...loans.map(({ title, controlNumber, overdue, due, branch, renewals }) => ['loan', title, controlNumber, overdue ? 'overdue' : 'on loan', due, branch, null, renewals]),
  ] // prettier-ignore
  // Spreadsheets would take what begins with such a sign for a formula.
  const harmless = (value: string | number | null) => (typeof value === 'string' && /^[=+\-@\t\r]/.test(value) ? `'${value}` : value)
  return stringify(rows.map((row) => row.map(harmless)), { header: true, columns: ['kind', 'title', 'record', 'state', 'date', 'place', 'collectBy', 'number'] }) // prettier-ignore
}

/** Due dates, and the last days on which something is kept (RFC 5545). @param now ISO time */
export function cardAsCalendar(libraries: Libraries, { holds, loans, requests }: Card, now: string): string {
  const { name, timeZone } = libraries.library
  // Without a time zone of its own its moments are in UTC, as DTSTAMP must be (RFC 5545, 3.8.7.2); days stay days.
  const calendar = new ICalCalendar({ name, prodId: { company: 'Catalex', product: 'card' } })
  const stamp = DateTime.fromISO(now, { zone: 'utc' })
  for (const { barcode, title, due } of loans) {
    const allDay = due.length === 10
    const at = DateTime.fromISO(due, { zone: timeZone })
    calendar.createEvent({ id: `loan-${barcode}@catalex`, start: at, end: allDay ? at.plus({ days: 1 }) : at, allDay, stamp, summary: `Due: ${title}` }) // prettier-ignore
  }
  const onDay = (id: string, day: string, summary: string, location = '') => {
    const start = DateTime.fromISO(day, { zone: timeZone })
    calendar.createEvent({ id: `${id}@catalex`, start, end: start.plus({ days: 1 }), allDay: true, stamp, summary, location })
  }
  const placeOf = (pickup: string) => {
    const { place = pickup, desk = '' } = libraries.pickups.inWords(pickup) ?? {}
    return [place, desk].filter(Boolean).join(', ')
  }
  for (const { id, title, state, collectBy, pickup } of holds)
    if (state === 'ready' && collectBy !== null) onDay(`hold-${id}`, collectBy, `Collect by: ${title}`, placeOf(pickup))
  for (const { id, title, state, day, pickup } of requests) {
    if (state === 'ready' && day !== null && pickup !== null) onDay(`request-${id}`, day, `Collect by: ${title}`, placeOf(pickup))
    if (state === 'with reader' && day !== null) onDay(`request-${id}`, day, `Due: ${title}`)
  }
  return calendar.toString()
}
