/** What readers ask for beside holds: offered by rule, kept for staff, told to the branch that does it. */
import { randomUUID } from 'node:crypto'
import type { MakeRequest, ReaderRequest } from '@catalex/contract/requests'
import { isRefusal, type Refusal } from '@catalex/core/holds'
import {
  isOpenRequest,
  MOST_REQUESTS,
  outsideOffer,
  scanCost,
  scanOffer,
  type RequestKind,
  type RequestState,
} from '@catalex/core/requests'
import { DateTime } from 'luxon'
import { recordsByControlNumber } from '../catalogue/index.ts'
import { cardStopped, copiesOf, type Moment } from '../circulation/index.ts'
import type { Queryable, Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { borrowerOf, type Reader } from '../readers/index.ts'
import { keepMail, newReference } from '../standins/index.ts'
import { mailOf } from './mail.ts'
import { moveRequest } from './moving.ts'
import { REQUESTS } from './tables.ts'

export { moveRequest, type RequestStep } from './moving.ts'
export { requestOffers, type OffersAsked } from './offers.ts'

/** @returns the request as it was kept, or why it was not; a repeat with the same key is the same request */
export async function makeRequest(
  write: Write,
  libraries: Libraries,
  reader: Reader,
  { wish, key }: { wish: MakeRequest; key: string | null },
  at: Moment,
): Promise<ReaderRequest | Refusal> {
  const details = JSON.stringify(wish)
  const earlier = await earlierAnswer(write, reader, { details, key })
  if (earlier !== null) return earlier
  const decided = await decide(write, libraries, reader, wish, at)
  if (isRefusal(decided)) return decided
  if (decided.cost > wish.cost) return { code: 'cost-changed', cost: decided.cost }
  const code = randomUUID()
  const reference = newReference()
  await write.use(REQUESTS).create({
    code,
    reference,
    readerId: reader.id,
    kind: wish.kind,
    at: at.now,
    title: wish.title.trim(),
    cost: decided.cost,
    details,
    requestKey: key,
  })
  const mail = mailOf(libraries, decided.branch, reader, { wish: { ...wish, cost: decided.cost }, reference })
  if (mail !== null) await keepMail(write, mail, at.now)
  const [kept] = await requestsWhere(write, 'q.code = $code', { code })
  if (!kept) throw new Error('A request that was stored did not come back.')
  return kept
}

/** @returns null for what was not asked before */
async function earlierAnswer(
  write: Write,
  { id }: Reader,
  { details, key }: { details: string; key: string | null },
): Promise<ReaderRequest | Refusal | null> {
  if (key === null) return null
  const [row] = await write.read<{ code: string; details: string }>('SELECT code, details FROM requests WHERE readerId = $id AND requestKey = $key', { id, key }) // prettier-ignore
  if (!row) return null
  if (row.details !== details) return { code: 'key-reused' }
  const [earlier] = await requestsWhere(write, 'q.code = $code', { code: row.code })
  return earlier ?? null
}

/** Once somebody has begun with it, it takes its course. */
export async function withdrawRequest(
  write: Write,
  libraries: Libraries,
  reader: Reader,
  code: string,
  at: Moment,
): Promise<ReaderRequest | Refusal> {
  const own = () => requestsWhere(write, 'q.code = $code AND q.readerId = $id', { code, id: reader.id })
  const [found] = await own()
  if (!found) return { code: 'no-such-request' }
  if (found.state === 'withdrawn') return found
  const refusal = await moveRequest(write, libraries, code, { to: 'withdrawn' }, at)
  const [withdrawn = found] = await own()
  return refusal ?? withdrawn
}

/** Those that somebody has still to do something about, and what came of others in the last days; newest first. */
export async function requestsOf(source: Queryable, reader: Reader, { now }: Moment): Promise<ReaderRequest[]> {
  const since = DateTime.fromISO(now, { zone: 'utc' }).minus({ days: SHOWN_DAYS }).toISO() ?? ''
  const all = await requestsWhere(source, "q.readerId = $id AND q.state <> 'withdrawn'", { id: reader.id })
  return all.filter(({ state, at, events }) => isOpenRequest(state) || (events.at(-1)?.at ?? at) >= since)
}

/** What has ended longer ago is not shown. */
const SHOWN_DAYS = 7

/** What has come from outside and waits to be collected. */
export async function countReadyRequests(source: Queryable, { id }: Reader): Promise<number> {
  const [row] = await source.read<{ count: number }>("SELECT count(*) AS count FROM requests WHERE readerId = $id AND state = 'ready'", {
    id,
  })
  return row?.count ?? 0
}

export interface OpenRequest {
  code: string
  reference: string
  kind: RequestKind
  state: RequestState
  title: string
  /** ISO time. */
  at: string
  day: string | null
}

/** Of all readers, oldest first. */
export const openRequests = (source: Queryable): Promise<OpenRequest[]> =>
  source.read<OpenRequest>(
    `SELECT code, reference, kind, state, title, at, day FROM requests WHERE state NOT IN ('done', 'declined', 'withdrawn') ORDER BY id`,
  )

/** What has ended is kept as long as an ended hold has its reader. */
export async function purgeRequests(write: Write, days: number, { now }: Moment): Promise<void> {
  const before = DateTime.fromISO(now, { zone: 'utc' }).minus({ days }).toISO()
  await write.run(
    `DELETE FROM requests WHERE state IN ('done', 'declined', 'withdrawn')
       AND coalesce((SELECT max(at) FROM requestEvents WHERE requestId = requests.id), at) < $before`,
    { before },
  )
}

/** What it costs, and whose staff it is for. */
interface Decided {
  cost: number
  branch: string | null
}

async function decide(write: Write, libraries: Libraries, reader: Reader, wish: MakeRequest, at: Moment): Promise<Decided | Refusal> {
  const stopped = await cardStopped(write, libraries, reader, at)
  if (stopped) return stopped
  if ((await requestsOf(write, reader, at)).filter(({ state }) => isOpenRequest(state)).length >= MOST_REQUESTS)
    return { code: 'too-many-requests', limit: MOST_REQUESTS }
  if (wish.controlNumber !== undefined && (await recordsByControlNumber(write, [wish.controlNumber])).length === 0)
    return { code: 'no-such-title' }
  const borrower = borrowerOf(libraries, reader)
  if (wish.kind === 'purchase') return { cost: 0, branch: reader.homeBranch }
  if (wish.kind === 'outside') {
    const branch = libraries.pickups.branchOf(wish.pickup ?? null)
    if (branch === null || !libraries.pickups.at(wish.pickup ?? '', borrower.category)) return { code: 'pickup-not-served' }
    const offer = outsideOffer(libraries.outsideRules, borrower)
    return offer === null ? { code: 'not-offered' } : isRefusal(offer) ? offer : { cost: offer.cost, branch }
  }
  const copies = await copiesOf(write, libraries, { barcode: wish.barcode ?? '' }, at.today)
  const offer = scanOffer(copies, libraries.scanRules, borrower)
  if (offer === null) return { code: 'not-offered' }
  if (isRefusal(offer)) return offer
  const pages = wish.pages ?? 1
  if (pages > offer.mostPages) return { code: 'too-many-pages', limit: offer.mostPages }
  return { cost: scanCost(offer, pages), branch: offer.branch }
}

interface RequestRow extends Omit<ReaderRequest, 'part' | 'pickup' | 'events'> {
  details: string
  events: string
}

async function requestsWhere(source: Queryable, condition: string, values: Record<string, string | number>): Promise<ReaderRequest[]> {
  const rows = await source.read<RequestRow>(
    `SELECT q.code AS id, q.reference, q.kind, q.title, q.cost, q.at, q.state, q.day, q.details, r.controlNumber, r.carrier,
       (SELECT json_group_array(json_object('at', at, 'state', state, 'partner', partner, 'reason', reason, 'day', day)) FROM (SELECT * FROM requestEvents WHERE requestId = q.id ORDER BY id)) AS events
     FROM requests q LEFT JOIN records r ON r.controlNumber = q.details ->> '$.controlNumber' AND r.withdrawn = 0
     WHERE ${condition} ORDER BY q.id DESC`,
    values,
  )
  return rows.map(({ details, events, ...row }) => {
    // Written by `makeRequest`, above.
    const { part = null, pickup = null } = JSON.parse(details) as { part?: string; pickup?: string }
    // Made by json_group_array.
    return { ...row, part, pickup, events: JSON.parse(events) as ReaderRequest['events'] }
  })
}
