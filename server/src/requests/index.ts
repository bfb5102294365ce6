/** What readers ask for beside holds: offered by rule, kept for staff, told to the branch that does it. */
import { randomUUID } from 'node:crypto'
import type { MakeRequest, ReaderRequest } from '@catalex/contract/requests'
import { accountRefusal, isRefusal, type Refusal } from '@catalex/core/holds'
import { MOST_REQUESTS, outsideOffer, scanCost, scanOffer } from '@catalex/core/requests'
import { DateTime } from 'luxon'
import { recordsByControlNumber } from '../catalogue/index.ts'
import { accountOf, copiesOf, type Moment } from '../circulation/index.ts'
import type { Queryable, Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { borrowerOf, type Reader } from '../readers/index.ts'
import { keepMail, newReference } from '../standins/index.ts'
import { REQUESTS } from './tables.ts'

export { requestOffers, type OffersAsked } from './offers.ts'

/** @returns the request as it was kept, or why it was not; a repeat with the same key is the same request */
export async function makeRequest(
  write: Write,
  libraries: Libraries,
  reader: Reader,
  { wish, key }: { wish: MakeRequest; key: string | null },
  at: Moment,
): Promise<ReaderRequest | Refusal> {
  const before = key === null ? [] : await requestsWhere(write, 'q.readerId = $id AND q.requestKey = $key', { id: reader.id, key })
  if (before[0]) return before[0]
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
    details: JSON.stringify(wish),
    requestKey: key,
  })
  const mail = decided.branch === null ? null : (libraries.branch(decided.branch)?.contact?.mail ?? null)
  if (mail !== null)
    await keepMail(write, { to: mail, subject: `${SUBJECTS[wish.kind]} ${reference}: ${wish.title}`, text: inWords(wish) }, at.now)
  const [kept] = await requestsWhere(write, 'q.code = $code', { code })
  if (!kept) throw new Error('A request that was stored did not come back.')
  return kept
}

export async function withdrawRequest(write: Write, reader: Reader, code: string): Promise<ReaderRequest | Refusal> {
  await write.run('UPDATE requests SET withdrawn = 1 WHERE code = $code AND readerId = $id', { code, id: reader.id })
  const [found] = await requestsWhere(write, 'q.code = $code AND q.readerId = $id', { code, id: reader.id })
  return found ?? { code: 'no-such-request' }
}

/** Those that are not withdrawn, newest first. */
export const requestsOf = (source: Queryable, reader: Reader): Promise<ReaderRequest[]> =>
  requestsWhere(source, 'q.readerId = $id AND q.withdrawn = 0', { id: reader.id })

/** What was withdrawn is kept as long as an ended hold has its reader. */
export async function purgeRequests(write: Write, days: number, { now }: Moment): Promise<void> {
  const before = DateTime.fromISO(now, { zone: 'utc' }).minus({ days }).toISO()
  await write.run('DELETE FROM requests WHERE withdrawn = 1 AND at < $before', { before })
}

const SUBJECTS = { scan: 'Scan', outside: 'From outside', purchase: 'Suggestion to buy' } as const

/** What it costs, and whose staff it is for. */
interface Decided {
  cost: number
  branch: string | null
}

async function decide(write: Write, libraries: Libraries, reader: Reader, wish: MakeRequest, at: Moment): Promise<Decided | Refusal> {
  const stopped = accountRefusal({ ...(await accountOf(write, libraries, reader)), activeHolds: 0 }, at.today)
  if (stopped) return stopped
  if ((await requestsOf(write, reader)).length >= MOST_REQUESTS) return { code: 'too-many-requests', limit: MOST_REQUESTS }
  if (wish.controlNumber !== undefined && (await recordsByControlNumber(write, [wish.controlNumber])).length === 0)
    return { code: 'no-such-title' }
  const borrower = borrowerOf(libraries, reader)
  if (wish.kind === 'purchase') return { cost: 0, branch: reader.homeBranch }
  if (wish.kind === 'outside') {
    const branch = libraries.branchAt(wish.pickup ?? null)
    if (branch === null || !libraries.pickup(wish.pickup ?? '', borrower.category)) return { code: 'pickup-not-served' }
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

/** As staff read it: what was filled in, line by line. */
function inWords({ kind: _, cost: __, ...filled }: MakeRequest): string {
  return Object.entries(filled)
    .filter(([, value]) => value !== '')
    .map(([name, value]) => `${name}: ${String(value)}`)
    .join('\n')
}

interface RequestRow extends Omit<ReaderRequest, 'withdrawn' | 'part' | 'pickup'> {
  withdrawn: number
  details: string
}

async function requestsWhere(source: Queryable, condition: string, values: Record<string, string | number>): Promise<ReaderRequest[]> {
  const rows = await source.read<RequestRow>(
    `SELECT q.code AS id, q.reference, q.kind, q.title, q.cost, q.at, q.withdrawn, q.details, r.controlNumber, r.carrier
     FROM requests q LEFT JOIN records r ON r.controlNumber = q.details ->> '$.controlNumber' AND r.withdrawn = 0
     WHERE ${condition} ORDER BY q.id DESC`,
    values,
  )
  return rows.map(({ details, withdrawn, ...row }) => {
    // Written by `makeRequest`, above.
    const { part = null, pickup = null } = JSON.parse(details) as { part?: string; pickup?: string }
    return { ...row, withdrawn: withdrawn !== 0, part, pickup }
  })
}
