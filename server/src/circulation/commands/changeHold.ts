/** Changes of a hold by its reader: paused or going on, and where it is collected. */
import type { ChangeHold } from '@catalex/contract/holds'
import { daysRefusal, isPromising, isRefusal, pauseRefusal, servingOf, verdictFor, wantedCopies, type Refusal } from '@catalex/core/holds'
import { DateTime } from 'luxon'
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { Reader } from '../../readers/index.ts'
import type { Moment } from '../moment.ts'
import { copiesOf } from '../queries/copies.ts'
import { holdQuestion } from '../queries/question.ts'
import type { HoldModel } from '../tables.ts'
import { expectByTimetable } from './expect.ts'
import { follow } from './follow.ts'
import { serveHolds } from './followCatalogue.ts'
import { resumeHold } from './days/resumeHolds.ts'
import { transition, type Standing } from './transition.ts'

type Hold = Standing &
  Pick<HoldModel, 'pickup' | 'wantedBarcode' | 'wantedFrom' | 'cost' | 'category' | 'homeSystem' | 'notBefore' | 'notAfter'>

/** @returns the number of the hold, or why it can't be changed so; then nothing of it is */
export async function changeHold(
  write: Write,
  libraries: Libraries,
  reader: Reader,
  { reference, changes }: { reference: string; changes: ChangeHold },
  at: Moment,
): Promise<number | Refusal> {
  const [hold] = await write.read<Hold>(
    `SELECT id, state, barcode, pickup, wantedBarcode, wantedFrom, cost, category, homeSystem, notBefore, notAfter
     FROM holds WHERE reference = $reference AND readerId = $readerId`,
    { reference, readerId: reader.id },
  )
  if (!hold) return { code: 'no-such-hold' }
  const { pickup = hold.pickup, paused } = changes
  const records = await targetsOf(write, hold)
  const moved =
    pickup === hold.pickup ? null : await pickupAllowed(write, libraries, { hold, records, pickup, agreed: changes.cost ?? hold.cost }, at)
  if (moved !== null && isRefusal(moved)) return moved
  const halted = paused === undefined ? null : pauseAllowed(hold, paused, DateTime.fromISO(at.now, { zone: libraries.zone }))
  if (halted) return halted
  if (moved) await write.run('UPDATE holds SET pickup = $pickup, cost = $cost, wantedFrom = NULL WHERE id = $id', { id: hold.id, pickup, cost: moved.cost }) // prettier-ignore
  if (paused) await pause(write, libraries, hold, paused.until, at)
  if (paused === null) await resumeHold(write, libraries, hold, 'reader', at)
  // What is on its way already goes there instead.
  if (moved && hold.barcode !== null) {
    await follow(write, libraries, hold, hold.barcode, 'reader', at)
    await write.run('UPDATE holds SET promised = NULL, expected = NULL WHERE id = $id', { id: hold.id })
    await expectByTimetable(write, libraries, hold.barcode, at.now)
  }
  // What is allowed at another place, or went by while it was paused, may be in now.
  if (hold.state === 'waiting') await serveHolds(write, libraries, [hold.id], at)
  return hold.id
}

async function targetsOf(write: Write, { id }: Hold): Promise<string[]> {
  const rows = await write.read<{ controlNumber: string }>('SELECT controlNumber FROM holdTargets WHERE holdId = $id', { id })
  return rows.map(({ controlNumber }) => controlNumber)
}

/** A copy that is on its way goes on to the new place, where it may go there; what is on the hold shelf stays there. */
async function pickupAllowed(
  write: Write,
  libraries: Libraries,
  { hold, records, pickup, agreed }: { hold: Hold; records: readonly string[]; pickup: string; agreed: number },
  at: Moment,
): Promise<{ cost: number } | Refusal> {
  const { state, barcode, notBefore, notAfter } = hold
  if (state !== 'waiting' && state !== 'paused' && state !== 'being fetched' && state !== 'in transit') return { code: 'too-late', state }
  const wanted = wantedCopies(await copiesOf(write, libraries, { controlNumbers: records }, at.today), hold.wantedBarcode)
  if (!Array.isArray(wanted)) return wanted
  const question = holdQuestion(libraries, hold, pickup, wanted, at.now)
  if (isRefusal(question)) return question
  const hours = libraries.pickups.hours(pickup)
  const wrong = hours && daysRefusal({ notBefore, notAfter }, hours, DateTime.fromISO(at.now, { zone: libraries.zone }), null)
  if (wrong) return wrong
  const promised = wanted.find((copy) => copy.barcode === barcode)
  const allowed = promised && isPromising(state) ? verdictFor(question, promised) : servingOf(question)
  if ('refusal' in allowed) return allowed.refusal
  if (isRefusal(allowed)) return allowed
  return allowed.cost > agreed ? { code: 'cost-changed', cost: allowed.cost } : { cost: allowed.cost }
}

function pauseAllowed({ state }: Hold, paused: NonNullable<ChangeHold['paused']> | null, today: DateTime): Refusal | null {
  if (state !== 'waiting' && state !== 'paused') return { code: 'too-late', state }
  return paused && pauseRefusal(paused.until, today)
}

async function pause(write: Write, libraries: Libraries, hold: Hold, until: string | null, at: Moment): Promise<void> {
  if (hold.state === 'waiting') await transition(write, libraries, hold, 'paused', 'reader', at)
  await write.run('UPDATE holds SET pausedUntil = $until, notBefore = NULL WHERE id = $id', { until, id: hold.id })
}
