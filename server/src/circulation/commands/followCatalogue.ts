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
import { copiesOf } from '../queries/copies.ts'
import { holdQuestion } from '../queries/question.ts'
import { HOLDS, HOLD_TARGETS, type HoldModel } from '../tables.ts'
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
  const lost: LostHold[] = []
  await leaveDesks(write)
  for (const hold of await activeHoldsOn(write, records)) {
    const outcome = await settle(write, libraries, hold, at)
    if (!outcome) continue
    lost.push({ reference: hold.reference, title: hold.title, outcome })
    // Who has got another copy at once has lost nothing.
    if (hold.state === 'waiting' || hold.state === 'unfillable')
      await tell(write, libraries, { readerId: hold.readerId, wished: hold.notify }, { kind: outcome, title: hold.title }, at.now)
  }
  return lost
}

/** First come, first served. */
async function activeHoldsOn(write: Write, records: readonly string[]): Promise<HoldModel[]> {
  const rows = await write.read<{ holdId: number }>(
    'SELECT DISTINCT holdId FROM holdTargets WHERE controlNumber IN (SELECT value FROM json_each($records))',
    { records: JSON.stringify(records) },
  )
  return write.use(HOLDS).findAll({
    where: { id: rows.map(({ holdId }) => holdId), state: [...ACTIVE_STATES] },
    include: [{ model: write.use(HOLD_TARGETS), as: 'targets' }],
    order: ['requested', 'id'],
  })
}

async function settle(write: Write, libraries: Libraries, hold: HoldModel, at: Moment): Promise<LostHold['outcome'] | null> {
  const controlNumbers = (hold.targets ?? []).map((target) => target.controlNumber)
  const copies = await copiesOf(write, libraries, { controlNumbers }, at.today)
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
