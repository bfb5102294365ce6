/**
 * After records or copies were withdrawn: a hold that lost the copy set aside for it waits again, or gets another; one
 * that nothing can fill any more is ended, with its event. Copies that came go to those who wait.
 */
import { ACTIVE_STATES, isPromising, isRefusal, servingOf, type Serving, type wantedCopies } from '@catalex/core/holds'
import { isLost } from '@catalex/core/copies'
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { tell } from '../../notices/index.ts'
import type { Moment } from '../moment.ts'
import { copiesOf, type CopyNow } from '../queries/copies.ts'
import { holdQuestion } from '../queries/question.ts'
import { ACTIVE_HOLD, HOLDS, HOLD_TARGETS, type HoldModel } from '../tables.ts'
import { collect } from './collect.ts'
import { leaveDesks } from './leaveDesks.ts'
import { transition } from './transition.ts'

export interface LostHold {
  reference: string
  title: string
  /** Whether it waits again, or nothing can fill it. */
  outcome: 'waits again' | 'unfillable'
}

/** @param records control numbers of records that have changed, or lost copies, or are gone */
export async function followCatalogue(write: Write, libraries: Libraries, records: readonly string[], at: Moment): Promise<LostHold[]> {
  await leaveDesks(write)
  return settleAll(write, libraries, await activeHoldsOn(write, records), at)
}

/** For holds that have begun to wait, or may be served at another place now; what others wait for has not changed by it. */
export const serveHolds = async (write: Write, libraries: Libraries, ids: readonly number[], at: Moment): Promise<LostHold[]> =>
  settleAll(write, libraries, await activeHolds(write, ids), at)

async function settleAll(write: Write, libraries: Libraries, holds: readonly HoldModel[], at: Moment): Promise<LostHold[]> {
  const lost: LostHold[] = []
  // Read once for all who wait for the same, and anew when a hold has changed.
  const read = new Map<string, CopyNow[]>()
  for (const hold of holds) {
    const { state, barcode } = hold
    const outcome = await settle(write, libraries, hold, await copiesFor(write, libraries, hold, read, at), at)
    if (hold.state !== state || hold.barcode !== barcode) read.clear()
    if (!outcome) continue
    lost.push({ reference: hold.reference, title: hold.title, outcome })
    // Who has got another copy at once has lost nothing.
    if (hold.state === 'waiting' || hold.state === 'unfillable')
      await tell(write, libraries, { readerId: hold.readerId, wished: hold.notify }, { kind: outcome, title: hold.title }, at.now)
  }
  return lost
}

async function activeHoldsOn(write: Write, records: readonly string[]): Promise<HoldModel[]> {
  const rows = await write.read<{ id: number }>(
    `SELECT id FROM holds WHERE ${ACTIVE_HOLD}
       AND id IN (SELECT holdId FROM holdTargets WHERE open = 1 AND controlNumber IN (SELECT value FROM json_each($records)))`,
    { records: JSON.stringify(records) },
  )
  return activeHolds(
    write,
    rows.map(({ id }) => id),
  )
}

/** First come, first served. */
const activeHolds = (write: Write, ids: readonly number[]): Promise<HoldModel[]> =>
  write.use(HOLDS).findAll({
    where: { id: [...ids], state: [...ACTIVE_STATES] },
    include: [{ model: write.use(HOLD_TARGETS), as: 'targets' }],
    order: ['requested', 'id'],
  })

async function copiesFor(write: Write, libraries: Libraries, { targets }: HoldModel, read: Map<string, CopyNow[]>, at: Moment) {
  const controlNumbers = (targets ?? []).map((target) => target.controlNumber)
  const key = controlNumbers.join(' ')
  const copies = read.get(key) ?? (await copiesOf(write, libraries, { controlNumbers }, at.today))
  read.set(key, copies)
  return copies
}

async function settle(
  write: Write,
  libraries: Libraries,
  hold: HoldModel,
  copies: readonly CopyNow[],
  at: Moment,
): Promise<LostHold['outcome'] | null> {
  const kept = copies.find((copy) => copy.barcode === hold.barcode)
  if (kept && kept.due === null && !isLost({ status: kept.stored.status })) return null
  if (kept && kept.due !== null && (await isLentTo(write, kept.barcode, hold.readerId))) {
    await collect(write, libraries, hold, at)
    return null
  }
  const serving = servingNow(libraries, hold, copies, at.now)
  const wasPromised = isPromising(hold.state)
  if (serving === null) {
    await transition(write, libraries, hold, 'unfillable', 'catalogue', at)
    return 'unfillable'
  }
  if (wasPromised) await transition(write, libraries, hold, 'waiting', 'catalogue', at)
  // Another system that lends chooses the copy of what it was asked for.
  if (serving.copy && hold.state !== 'paused' && hold.lending == null)
    await transition(write, libraries, hold, 'being fetched', 'catalogue', at, serving.copy.barcode)
  return wasPromised ? 'waits again' : null
}

/** Whoever has it by the library's files has collected it. */
async function isLentTo(write: Write, barcode: string, readerId: number | null): Promise<boolean> {
  const loans = await write.read('SELECT 1 FROM loans WHERE barcode = $barcode AND readerId = $readerId', { barcode, readerId })
  return loans.length > 0
}

/** What may serve the hold; null where nothing can, now or after a wait. */
function servingNow(libraries: Libraries, hold: HoldModel, copies: Parameters<typeof wantedCopies>[0], now: string): Serving | null {
  const wanted = hold.wantedBarcode === null ? [...copies] : copies.filter((copy) => copy.barcode === hold.wantedBarcode)
  const question = holdQuestion(libraries, hold, hold.pickup, wanted, now)
  // A pickup location that has closed is no reason to end a hold: its desk will say where to collect.
  if (isRefusal(question))
    return wanted.length > 0 ? { copy: null, cost: hold.cost, delivery: null, brings: [], eligible: wanted, suppliers: [] } : null
  const serving = servingOf({ ...question, from: hold.wantedFrom })
  // The branch that its reader chose may have none left: another will do.
  const served = isRefusal(serving) && serving.code === 'not-from-there' ? servingOf(question) : serving
  return isRefusal(served) ? null : served
}
