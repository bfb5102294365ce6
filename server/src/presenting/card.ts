/** What stands on a reader's card: holds and where they are, loans, and what stops the card. */
import type { Card, Loan } from '@catalex/contract/card'
import type { Hold } from '@catalex/contract/holds'
import type { Channel } from '@catalex/core/card'
import type { Carrier } from '@catalex/core/catalogue'
import { accountRefusal, isActive, isRefusal, type HoldState } from '@catalex/core/holds'
import { isOverdue, overdueCharge } from '@catalex/core/loans'
import { DateTime } from 'luxon'
import { accountOf, chargesOf, termsOfLoans, type Moment } from '../circulation/index.ts'
import type { Queryable, Reading } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { isNotice, keptMessages } from '../standins/index.ts'
import { channelsOf, countSessions, toldBy, type Reader } from '../readers/index.ts'
import { toldInstead } from '../notices/index.ts'
import { requestsOf } from '../requests/index.ts'

interface HoldRow {
  reference: string
  pickup: string
  state: HoldState
  requested: string
  cost: number
  collectBy: string | null
  expected: string | null
  promised: string | null
  pausedUntil: string | null
  notBefore: string | null
  notAfter: string | null
  notify: Channel | null
  recalled: string | null
  /** 1 or 0. */
  unconfirmed: number
  title: string
  controlNumber: string | null
  carrier: Carrier | null
  editions: number
  enumeration: string | null
  fromBranch: string | null
  place: number
  copies: number
  events: string
}

/**
 * The record shown is that of the copy set aside or wanted, else the first of the editions that would do. One that the
 * catalogue has no more is known by the title it had.
 */
const HOLDS = `
  SELECT h.reference, h.pickup, h.state, h.requested, h.cost, h.collectBy, h.expected, h.promised, h.pausedUntil, h.notBefore, h.notAfter, h.notify, h.lending IS 'asked' AND h.state <> 'paused' AS unconfirmed, coalesce(r.title, h.title) AS title,
    CASE WHEN r.withdrawn = 0 THEN r.controlNumber END AS controlNumber, r.carrier,
    (SELECT count(*) FROM holdTargets WHERE holdId = h.id) AS editions,
    coalesce(c.enumeration, w.enumeration) AS enumeration, c.branch AS fromBranch,
    (SELECT count(DISTINCT o.id) FROM holds o JOIN holdTargets ot ON ot.holdId = o.id
      WHERE o.state = 'waiting' AND (o.requested < h.requested OR (o.requested = h.requested AND o.id < h.id))
        AND ot.open = 1 AND ot.controlNumber IN (SELECT controlNumber FROM holdTargets WHERE holdId = h.id)) + 1 AS place,
    (SELECT count(DISTINCT CASE WHEN h.wantedBarcode IS NULL THEN coalesce(xr.id || ' ' || x.setNumber, x.barcode) ELSE x.barcode END) FROM copies x JOIN records xr ON xr.id = x.recordId
      WHERE xr.controlNumber IN (SELECT controlNumber FROM holdTargets WHERE holdId = h.id)
      AND x.status NOT IN ('withdrawn', 'missing') AND (h.wantedBarcode IS NULL OR x.barcode = h.wantedBarcode)) AS copies,
    (SELECT due FROM loans WHERE recalledFor = h.id) AS recalled,
    (SELECT json_group_array(json_object('at', at, 'state', state)) FROM (SELECT at, state FROM holdEvents WHERE holdId = h.id ORDER BY id)) AS events
  FROM holds h
  LEFT JOIN copies c ON c.barcode = h.barcode
  LEFT JOIN copies w ON w.barcode = h.wantedBarcode
  LEFT JOIN records r ON r.id = coalesce(c.recordId, w.recordId,
    (SELECT min(t.id) FROM records t WHERE t.controlNumber IN (SELECT controlNumber FROM holdTargets WHERE holdId = h.id)))`

/** A hold by its number, of this reader alone. */
export async function holdById(source: Queryable, readerId: number, id: number): Promise<Hold | null> {
  const [row] = await source.read<HoldRow>(`${HOLDS} WHERE h.id = $id AND h.readerId = $readerId`, { id, readerId })
  return row ? holdFrom(row) : null
}

function holdFrom({ reference, fromBranch, place, copies, events, ...row }: HoldRow): Hold {
  return {
    ...row,
    id: reference,
    unconfirmed: row.unconfirmed === 1,
    from: fromBranch,
    queue: row.state === 'waiting' ? { place, copies } : null,
    // Made by json_group_array, above.
    events: JSON.parse(events) as Hold['events'],
  }
}

type LoanRow = Omit<Loan, 'overdue' | 'renewal' | 'returnTo' | 'late'> & { system: string | null }

/** @param barcode of one loan; null for all */
export async function loansOf(
  source: Queryable,
  libraries: Libraries,
  reader: Reader,
  at: Moment,
  barcode: string | null = null,
): Promise<Loan[]> {
  const rows = await source.read<LoanRow>(
    `SELECT l.barcode, coalesce(r.title, '') AS title, CASE WHEN r.withdrawn = 0 THEN r.controlNumber END AS controlNumber, r.carrier, l.due, l.renewals, l.recalledFrom, c.branch, c.system
     FROM loans l LEFT JOIN copies c ON c.barcode = l.barcode LEFT JOIN records r ON r.id = c.recordId
     WHERE l.readerId = $id AND ($barcode IS NULL OR l.barcode = $barcode) ORDER BY l.due, r.title`,
    { id: reader.id, barcode },
  )
  const terms = await termsOfLoans(source, libraries, reader, rows, at)
  const now = DateTime.fromISO(at.now, { zone: libraries.zone })
  return rows.map(({ system, ...loan }) => {
    const { renewal, overdue: rate } = terms.get(loan.barcode) ?? { renewal: { code: 'not-renewable' }, overdue: null }
    return {
      ...loan,
      overdue: isOverdue(loan.due, at.minute),
      returnTo: (system === null ? null : libraries.returnedTo(system)?.code) ?? null,
      late: rate && { rate, soFar: overdueCharge(rate, loan.due, now) },
      renewal: isRefusal(renewal) ? { due: null, refusal: renewal } : { due: renewal.due, refusal: null },
    }
  })
}

/** Of what a reader was told, the last so many are shown. */
const MESSAGES = 12

/** @param till whether what is owed can be paid here */
export async function cardOf(source: Reading, libraries: Libraries, reader: Reader, at: Moment, till: boolean): Promise<Card> {
  const [holds, loans, account, sessions, requests, charges, messages] = await Promise.all([
    source.read<HoldRow>(`${HOLDS} WHERE h.readerId = $id ORDER BY h.requested DESC, h.id DESC`, { id: reader.id }),
    loansOf(source, libraries, reader, at),
    accountOf(source, libraries, reader, at),
    countSessions(source, reader.id),
    requestsOf(source, reader, at),
    chargesOf(source, reader.id),
    keptMessages(source, MESSAGES, reader.id),
  ])
  const stopped = accountRefusal(account, at.today)
  return {
    name: reader.name,
    homeBranch: reader.homeBranch,
    categoryName: libraries.category(reader.category).name,
    expires: reader.expires,
    owed: reader.owed,
    charges,
    till,
    // A code is for the address on file alone.
    messages: messages
      .filter(isNotice)
      .filter(({ notice }) => notice !== 'pin code')
      .map(({ reference, at: sent, notice, channel, subject, text }) => ({ reference, at: sent, notice, channel, subject, text })),
    holdsLimit: account.holdsLimit,
    requests,
    holds: holds
      .map(holdFrom)
      .map((hold) => stillExpected(hold, at))
      .filter((hold) => isActive(hold.state) || endedRecently(hold, at)),
    loans,
    told: reader.notify && toldBy(reader, reader.notify),
    toldInstead: toldInstead(libraries, reader.homeBranch, at.now),
    channels: channelsOf(reader).map((channel) => toldBy(reader, channel)),
    language: reader.language,
    history: reader.history,
    feed: reader.feed !== null,
    guardian: reader.guardian,
    sessions,
    warnings: stopped ? [stopped] : [],
  }
}

/** What was to be there by now comes at a time that nobody knows. */
const stillExpected = (hold: Hold, { now }: Moment): Hold =>
  hold.expected !== null && hold.expected <= now ? { ...hold, expected: null } : hold

/** Holds that ended longer ago than this are not shown: no history is kept unless the reader asks for it. */
const SHOW_ENDED_MS = 86_400_000

function endedRecently(hold: Hold, at: Moment): boolean {
  const ended = hold.events.at(-1)?.at ?? hold.requested
  return Date.parse(at.now) - Date.parse(ended) < SHOW_ENDED_MS
}
