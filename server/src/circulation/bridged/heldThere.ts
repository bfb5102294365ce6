/** Holds that another lending system is asked for: what it is asked, and what becomes of them by its answer. */
import type { Write, Queryable } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { tell } from '../../notices/index.ts'
import type { HoldAtDesk } from '../../standins/index.ts'
import { endHold } from '../commands/cancelHold.ts'
import { resumeHold } from '../commands/days/resumeHolds.ts'
import type { Standing } from '../commands/transition.ts'
import type { Moment } from '../moment.ts'
import { ACTIVE_HOLD, type HoldModel, type Lending } from '../tables.ts'

export interface HoldThere extends HoldAtDesk {
  readerId: number
  lending: Lending | null
}

/**
 * A hold is known there by a copy: the one that was wanted, that lies ready for it, or that could have served it when it was placed.
 * @returns null for one that lives no more, or that nothing can be said of
 */
export async function holdThere(source: Queryable, reference: string): Promise<HoldThere | null> {
  const [row] = await source.read<Omit<HoldThere, 'thisCopy'> & { thisCopy: number }>(
    `SELECT readerId, lending, card, pickup, notAfter AS until, wantedBarcode IS NOT NULL AS thisCopy, coalesce(askedBarcode, wantedBarcode, holds.barcode, copies.barcode) AS barcode,
       controlNumber AS title
     FROM holds JOIN readers ON readers.id = readerId
       JOIN holdTargets ON holdId = holds.id JOIN records USING (controlNumber) JOIN copies ON recordId = records.id
     WHERE reference = $reference AND ${ACTIVE_HOLD} ORDER BY copies.barcode IS coalesce(askedBarcode, wantedBarcode, holds.barcode) DESC, copies.barcode LIMIT 1`,
    { reference },
  )
  return row ? { ...row, thisCopy: row.thisCopy === 1 } : null
}

/** The first of these copies that could stand for a hold: the one that was wanted, or any of its titles. */
export async function copyFor(source: Queryable, reference: string, barcodes: readonly string[]): Promise<string | null> {
  const [found] = await source.read<{ barcode: string }>(
    `SELECT copies.barcode FROM holds JOIN holdTargets ON holdId = holds.id JOIN records USING (controlNumber) JOIN copies ON recordId = records.id
     WHERE reference = $reference AND copies.barcode IN (SELECT value FROM json_each($barcodes)) AND copies.barcode = coalesce(wantedBarcode, copies.barcode)
     ORDER BY copies.barcode LIMIT 1`,
    { reference, barcodes: JSON.stringify(barcodes) },
  )
  return found?.barcode ?? null
}

/** Those of a reader that live, and that it has, as far as is known here. */
export async function holdsThere(source: Queryable, readerId: number): Promise<string[]> {
  const rows = await source.read<{ reference: string }>(
    `SELECT reference FROM holds WHERE readerId = $readerId AND ${ACTIVE_HOLD} AND lending IS NOT 'asked'`,
    { readerId },
  )
  return rows.map(({ reference }) => reference)
}

/** Of which nobody knows yet whether it has them, in their order. It can't pause: what is paused here until a day is asked for then. */
export async function unsettledHolds(source: Queryable, { today, most }: { today: string; most: number }): Promise<string[]> {
  const rows = await source.read<{ reference: string }>(
    `SELECT reference FROM holds WHERE lending = 'asked' AND ${ACTIVE_HOLD} AND (state <> 'paused' OR pausedUntil IS NULL OR pausedUntil <= $today)
     ORDER BY requested, id LIMIT $most`,
    { today, most },
  )
  return rows.map(({ reference }) => reference)
}

export interface Taken {
  /** The copy by which it is known there. */
  barcode: string
  /** Whether it was there before it was asked for. */
  before: boolean
}

export async function noteTaken(
  write: Write,
  libraries: Libraries,
  reference: string,
  { barcode, before }: Taken,
  at: Moment,
): Promise<void> {
  const [hold] = await write.read<Standing>(
    `UPDATE holds SET lending = 'taken', askedBarcode = $barcode WHERE reference = $reference AND lending = 'asked' AND ${ACTIVE_HOLD}
     RETURNING id, state, barcode`,
    { reference, barcode },
  )
  // What was asked for now is paused nowhere.
  if (hold?.state === 'paused' && !before) await resumeHold(write, libraries, hold, 'catalogue', at)
}

/** The request that it came with is as if it had not been made: it can be sent again. */
export async function noteRefused(
  write: Write,
  libraries: Libraries,
  reference: string,
  { atOnce }: { atOnce: boolean },
  at: Moment,
): Promise<void> {
  const [hold] = await write.read<Standing & Pick<HoldModel, 'readerId' | 'title' | 'notify'>>(
    `SELECT id, state, barcode, readerId, title, notify FROM holds WHERE reference = $reference AND lending = 'asked' AND ${ACTIVE_HOLD}`,
    { reference },
  )
  if (!hold) return
  const { id, readerId, title, notify } = hold
  await write.run('DELETE FROM requestKeys WHERE holdId = $id', { id })
  if (atOnce) return forget(write, id)
  // Whoever was told that it is asked for is told that it can't be had.
  await write.run('UPDATE holds SET lending = NULL WHERE id = $id', { id })
  await endHold(write, libraries, hold, 'desk', at)
  await tell(write, libraries, { readerId, wished: notify }, { kind: 'unfillable', title }, at.now)
}

/** Of what is refused at once there has been no hold. */
async function forget(write: Write, id: number): Promise<void> {
  await write.run('DELETE FROM holdEvents WHERE holdId = $id', { id })
  await write.run('DELETE FROM holdTargets WHERE holdId = $id', { id })
  await write.run('DELETE FROM holds WHERE id = $id', { id })
}
