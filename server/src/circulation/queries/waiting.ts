/** When a hold in the queue is likely to have its copy, from how this library's things come back. */
import type { Waiting, WaitingQuery } from '@catalex/contract/waiting'
import { isInNow, isLost, wholes } from '@catalex/core/copies'
import { isRefusal, verdictFor, wantedCopies, wants, type HoldQuestion, type Refusal } from '@catalex/core/holds'
import { loanLength } from '@catalex/core/loans'
import type { Borrower } from '@catalex/core/policies'
import { waitingEstimate, type HoldAhead, type Turn, type WaitedFor } from '@catalex/core/waiting'
import { DateTime } from 'luxon'
import type { Queryable } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { Moment } from '../moment.ts'
import { copiesOf, type CopyNow } from './copies.ts'
import { holdQuestion } from './question.ts'
import { countWaiting, holdsInQueue, holdsPromised, queuedHold, type PromisedHold, type QueuedHold } from './queue.ts'
import { loansOut, recallAmong } from './recalls.ts'

export interface WaitingAsked {
  /** Whose it is; a guest has a borrower's category alone. */
  readerId: number | null
  borrower: Borrower
  /** What would be placed, or the reference of a hold of this reader that waits. */
  wish: WaitingQuery | { hold: string }
  at: Moment
}

/** Those that come first: the others have no part in a wait. */
const MOST_COPIES = 400
const MINUTES = { days: 1440, hours: 60 } as const
/** Where no rule says how long it is lent. */
const USUAL_LOAN = 21 * MINUTES.days
/** Things are handed in at the desk until then. */
const DESK_CLOSES = { hour: 17 }

export async function waitingFor(
  source: Queryable,
  libraries: Libraries,
  { readerId, borrower, wish, at }: WaitingAsked,
): Promise<Waiting | Refusal> {
  const own = 'hold' in wish ? await queuedHold(source, wish.hold, readerId) : null
  if (own === undefined) return { code: 'no-such-hold' }
  const { records, barcode, pickup } = wishedOf(own, wish)
  const queue = await holdsInQueue(source, records)
  const place = queue.findIndex(({ reference }) => reference === own?.reference)
  const ahead = place < 0 ? queue : queue.slice(0, place)
  const copies = await copiesToCome(source, libraries, { records, barcode }, ahead, at)
  const wanted = wantedCopies(copies, barcode)
  if (!Array.isArray(wanted)) return wanted
  const asked = holdQuestion(libraries, own ?? borrower, pickup, wanted, at.now)
  if (isRefusal(asked)) return asked
  const promisedTo = await holdsPromised(
    source,
    copies.filter(({ promised }) => promised).map(({ barcode }) => barcode),
  )
  const mine = servedBy(asked, copies, { records, barcode })
  const recalled = 'recall' in wish && wish.recall === true ? await withRecall(source, libraries, { readerId, at }, { copies, mine, before: await countWaiting(source, records) }) : copies // prettier-ignore
  const found = waitingEstimate(
    {
      now: minuteOf(at.now),
      copies: recalled.map((copy) => stateOf(libraries, copy, promisedTo, at)),
      ahead: ahead.flatMap((hold) => aheadOf(libraries, hold, copies, at)),
      own: { copies: mine, pickup, branch: asked.pickup.branch },
      history: libraries.returns,
      arrival: (branch, to, minute) => libraries.arrivalAt(branch, to, minute),
    },
    seedOf(`${records.join(' ')} ${pickup} ${at.today}`),
  )
  const day = (minute: number | null) => (minute === null ? null : dayOf(minute, libraries))
  return {
    before: ahead.length,
    copies: mine.size,
    likely: day(found.likely),
    from: day(found.from),
    until: day(found.until),
    byWeek: found.byWeek.map((chance, i) => ({ date: dayOf(minuteOf(at.now) + (i + 1) * 7 * MINUTES.days, libraries), chance })),
  }
}

interface Wished {
  records: readonly string[]
  barcode: string | null
  pickup: string
}

function wishedOf(own: QueuedHold | null, wish: WaitingAsked['wish']): Wished {
  if (own) return { records: own.records, barcode: own.wantedBarcode, pickup: own.pickup }
  return 'hold' in wish ? { records: [], barcode: null, pickup: '' } : { barcode: null, ...wish }
}

/** As they are with the loan shortened that the hold could ask for. */
async function withRecall(
  source: Queryable,
  libraries: Libraries,
  { readerId, at }: Pick<WaitingAsked, 'readerId' | 'at'>,
  { copies, mine, before }: { copies: readonly CopyNow[]; mine: ReadonlySet<number>; before: number },
): Promise<readonly CopyNow[]> {
  const eligible = copies.filter((_, i) => mine.has(i))
  const recall = recallAmong(libraries, await loansOut(source, libraries, readerId, eligible), { eligible, before }, at)
  return copies.map((copy) => (copy.barcode === recall?.barcode ? { ...copy, due: recall.due } : copy))
}

/** Of the editions wished for and of those that others would take instead: a set counts once. */
async function copiesToCome(
  source: Queryable,
  libraries: Libraries,
  wish: Pick<Wished, 'records' | 'barcode'>,
  ahead: readonly QueuedHold[],
  at: Moment,
): Promise<CopyNow[]> {
  const controlNumbers = [...new Set([...wish.records, ...ahead.flatMap(({ records }) => records)])]
  const all = await copiesOf(source, libraries, { controlNumbers }, at.today)
  const asWholes = wish.barcode === null ? wholes(all).map(({ one }) => one) : all
  return asWholes
    .filter((copy) => !isLost(copy) && copy.status !== 'other')
    .sort((a, b) => (comes(a) < comes(b) ? -1 : comes(a) > comes(b) ? 1 : 0))
    .slice(0, MOST_COPIES)
}

/** What is in now first, then what is due first; of what is not lent nobody says when. */
const comes = (copy: CopyNow): string => (isInNow(copy) ? '' : (copy.due ?? '~'))

/** Places in the list of the copies that may serve a hold. */
function servedBy(question: HoldQuestion, copies: readonly CopyNow[], wish: Parameters<typeof wants>[0]): Set<number> {
  return new Set(copies.flatMap((copy, i) => (wants(wish, copy) && verdictFor(question, copy).allowed ? [i] : [])))
}

function aheadOf(libraries: Libraries, hold: QueuedHold, copies: readonly CopyNow[], at: Moment): HoldAhead[] {
  const question = holdQuestion(libraries, hold, hold.pickup, [], at.now)
  if (isRefusal(question)) return []
  const eligible = servedBy(question, copies, { records: hold.records, barcode: hold.wantedBarcode })
  const [first = -1] = eligible
  const from = hold.state === 'waiting' ? 0 : hold.pausedUntil === null ? null : minuteOf(hold.pausedUntil, libraries)
  return [{ ...turnOf(libraries, hold, question.pickup.branch, copies[first]), copies: eligible, from }]
}

function turnOf(libraries: Libraries, hold: Borrower & { pickup: string }, branch: string, copy: CopyNow | undefined): Turn {
  const length = copy && loanLength(libraries.loanRules, hold, copy)
  return {
    pickup: hold.pickup,
    branch,
    loanMinutes: length ? length.count * MINUTES[length.unit] : USUAL_LOAN,
    shelfMinutes: libraries.pickups.shelfDays(hold.pickup) * MINUTES.days,
  }
}

/** @param promisedTo by barcode, the hold that a copy is set aside for */
function stateOf(libraries: Libraries, copy: CopyNow, promisedTo: ReadonlyMap<string, PromisedHold>, { today }: Moment): WaitedFor {
  const { family, branch, status, due, promised, barcode } = copy
  const hold = promisedTo.get(barcode)
  const to = hold && libraries.pickups.branchOf(hold.pickup)
  const state = (): WaitedFor['state'] => {
    if (hold && to) return { is: 'promised', to: turnOf(libraries, hold, to, copy) }
    // Promised with another piece of its set: it is on its way to somebody, and nobody says to whom.
    if (promised) return { is: 'out', due: minuteOf(today, libraries) }
    if (due !== null) return { is: 'out', due: minuteOf(due, libraries) }
    if (status === 'being prepared' || status === 'on order' || status === 'at the binder') return { is: status }
    return { is: 'in' }
  }
  return { family, branch, state: state() }
}

/** Of a day, when its desk closes. */
function minuteOf(time: string, libraries?: Libraries): number {
  const zone = libraries?.library.timeZone ?? 'utc'
  const at = DateTime.fromISO(time, { zone })
  return Math.floor((time.length === 10 ? at.set(DESK_CLOSES) : at).toMillis() / 60_000)
}

const dayOf = (minute: number, libraries: Libraries): string =>
  DateTime.fromMillis(minute * 60_000, { zone: libraries.zone }).toISODate() ?? ''

/** The same question has the same answer all day. */
const seedOf = (text: string): number => [...text].reduce((hash, sign) => (Math.imul(hash, 31) + (sign.codePointAt(0) ?? 0)) | 0, 7)
