/** What stands on a card as files to take along: everything as JSON, holds and loans as a table, their days as a calendar. */
import type { Card } from '@catalex/contract/card'
import { isActive } from '@catalex/core/holds'
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

/** Due dates, and the last days on which holds are kept (RFC 5545). @param now ISO time */
export function cardAsCalendar(libraries: Libraries, { holds, loans }: Card, now: string): string {
  const { name, timeZone } = libraries.library
  const calendar = new ICalCalendar({ name, timezone: timeZone, prodId: { company: 'Catalex', product: 'card' } })
  const stamp = DateTime.fromISO(now, { zone: 'utc' })
  for (const { barcode, title, due } of loans) {
    const allDay = due.length === 10
    const at = DateTime.fromISO(due, { zone: timeZone })
    calendar.createEvent({ id: `loan-${barcode}@catalex`, start: at, end: allDay ? at.plus({ days: 1 }) : at, allDay, stamp, summary: `Due: ${title}` }) // prettier-ignore
  }
  for (const { id, title, state, collectBy, pickup } of holds) {
    if (collectBy === null || state !== 'ready' || !isActive(state)) continue
    const { place = pickup, desk = '' } = libraries.pickupInWords(pickup) ?? {}
    const start = DateTime.fromISO(collectBy, { zone: timeZone })
    calendar.createEvent({ id: `hold-${id}@catalex`, start, end: start.plus({ days: 1 }), allDay: true, stamp, summary: `Collect by: ${title}`, location: [place, desk].filter(Boolean).join(', ') }) // prettier-ignore
  }
  return calendar.toString()
}
