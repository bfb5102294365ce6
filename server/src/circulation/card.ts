/** What stands on a reader's card: holds and where they are, loans, and what stops the card. */
import type { Card } from '@catalex/contract/card'
import type { HoldLine } from '@catalex/contract/holds'
import { isActive, standingRefusal, type HoldState } from '@catalex/core/holds'
import type { Libraries } from '../branches/index.ts'
import type { Database } from '../database/index.ts'
import type { Reader } from '../readers/index.ts'
import { standingOf, type Moment } from './placing.ts'

interface HoldRow {
  id: number
  pickup: string
  state: HoldState
  asked: string
  cost: number
  collectBy: string | null
  wantedBarcode: string | null
  title: string
  controlNumber: string
  carrier: string
  editions: number
  enumeration: string | null
  fromBranch: string | null
  place: number
  copies: number
  events: string
}

/** The title is that of the copy set aside, else the first of the editions that would do. */
const HOLDS = `
  SELECT h.id, h.pickup, h.state, h.asked, h.cost, h.collectBy, h.wantedBarcode, t.title, t.controlNumber, t.carrier,
    (SELECT count(*) FROM holdTargets WHERE holdId = h.id) AS editions,
    coalesce(i.enumeration, w.enumeration) AS enumeration, i.branch AS fromBranch,
    (SELECT count(DISTINCT o.id) FROM holds o JOIN holdTargets ot ON ot.holdId = o.id
      WHERE o.state = 'waiting' AND (o.asked < h.asked OR (o.asked = h.asked AND o.id < h.id))
        AND ot.titleId IN (SELECT titleId FROM holdTargets WHERE holdId = h.id)) + 1 AS place,
    (SELECT count(*) FROM items c WHERE c.titleId IN (SELECT titleId FROM holdTargets WHERE holdId = h.id)
      AND c.standing NOT IN ('withdrawn', 'missing') AND (h.wantedBarcode IS NULL OR c.barcode = h.wantedBarcode)) AS copies,
    (SELECT json_group_array(json_object('at', at, 'state', state)) FROM (SELECT at, state FROM events WHERE holdId = h.id ORDER BY id)) AS events
  FROM holds h
  LEFT JOIN items i ON i.barcode = h.barcode
  LEFT JOIN items w ON w.barcode = h.wantedBarcode
  JOIN titles t ON t.id = coalesce(i.titleId, w.titleId, (SELECT min(titleId) FROM holdTargets WHERE holdId = h.id))`

export async function holdById(database: Database, readerId: number, holdId: number): Promise<HoldLine | null> {
  const [row] = await database.read<HoldRow>(`${HOLDS} WHERE h.id = $holdId AND h.readerId = $readerId`, { holdId, readerId })
  return row ? lineFrom(row) : null
}

function lineFrom(row: HoldRow): HoldLine {
  return {
    id: row.id,
    title: row.title,
    controlNumber: row.controlNumber,
    carrier: row.carrier,
    editions: row.editions,
    enumeration: row.enumeration,
    pickup: row.pickup,
    state: row.state,
    asked: row.asked,
    from: row.fromBranch,
    line: row.state === 'waiting' ? { place: row.place, copies: row.copies } : null,
    collectBy: row.collectBy,
    cost: row.cost,
    events: JSON.parse(row.events) as HoldLine['events'],
  }
}

/** Holds that ended longer ago than this are not shown: no history is kept unless the reader asks for it. */
const SHOW_ENDED_DAYS = 1

export async function cardOf(database: Database, libraries: Libraries, reader: Reader, at: Moment): Promise<Card> {
  const rows = await database.read<HoldRow>(`${HOLDS} WHERE h.readerId = $id ORDER BY h.asked DESC, h.id DESC`, { id: reader.id })
  const loans = await database.read<{ title: string; controlNumber: string; carrier: string; due: string; branch: string }>(
    `SELECT t.title, t.controlNumber, t.carrier, l.due, i.branch FROM loans l JOIN items i ON i.barcode = l.barcode JOIN titles t ON t.id = i.titleId
     WHERE l.readerId = $id ORDER BY l.due, t.title`,
    { id: reader.id },
  )
  const standing = await standingOf(database, libraries, reader)
  const stopped = standingRefusal(standing, at.today)
  return {
    name: reader.name,
    homeBranch: reader.homeBranch,
    categoryName: libraries.category(reader.category).name,
    expires: reader.expires,
    owed: reader.owed,
    holdsLimit: standing.holdsLimit,
    holds: rows.map(lineFrom).filter((hold) => isActive(hold.state) || endedLately(hold, at)),
    loans: loans.map((loan) => ({ ...loan, overdue: loan.due < at.today })),
    warnings: stopped ? [{ ...stopped }] : [],
  }
}

function endedLately(hold: HoldLine, at: Moment): boolean {
  const ended = hold.events.at(-1)?.at ?? hold.asked
  return Date.parse(at.now) - Date.parse(ended) < SHOW_ENDED_DAYS * 86_400_000
}

export async function countReady(database: Database, readerId: number): Promise<number> {
  const [{ count }] = await database.read<{ count: number }>(
    "SELECT count(*) AS count FROM holds WHERE readerId = $readerId AND state = 'ready'",
    { readerId },
  )
  return count
}
