/** Lends a copy over the desk to the reader of a card, who collects a hold or has taken it from its shelf. */
import type { CheckedOut } from '@catalex/contract/desk'
import type { OpeningHours } from '@catalex/core/calendar'
import { cardNumber } from '@catalex/core/card'
import type { Refusal } from '@catalex/core/holds'
import { dueAfter, lengthOf, loanRuleFor, type LoanLength } from '@catalex/core/loans'
import type { Borrower } from '@catalex/core/policies'
import { DateTime } from 'luxon'
import { setCopyStatuses } from '../../../catalogue/index.ts'
import type { Write } from '../../../database/index.ts'
import type { Libraries } from '../../../libraries/index.ts'
import { borrowerOf, readerByCard } from '../../../readers/index.ts'
import type { Moment } from '../../moment.ts'
import { cardStopped } from '../../queries/account.ts'
import { copyNow, type CopyNow } from '../../queries/copies.ts'
import { promisedTo, whenSent, type PromisedTo } from '../../queries/promised.ts'
import { titleOf } from '../../queries/titles.ts'
import { whereaboutsOf } from '../../queries/whereabouts.ts'
import { ACTIVE_HOLD } from '../../tables.ts'
import { endHold } from '../cancelHold.ts'
import { collect } from '../collect.ts'
import type { Standing } from '../transition.ts'

export async function checkOut(
  write: Write,
  libraries: Libraries,
  { barcode, card }: { barcode: string; card: string },
  at: Moment,
): Promise<CheckedOut | Refusal> {
  const number = cardNumber(card, libraries.cards)
  const reader = number === null ? null : await readerByCard(write, number)
  if (!reader) return { code: 'no-such-card' }
  const copy = await copyNow(write, libraries, barcode, at.today)
  if (!copy) return { code: 'no-such-copy' }
  return (
    (await cardStopped(write, libraries, reader, at)) ??
    lend(write, libraries, { readerId: reader.id, borrower: borrowerOf(libraries, reader), homeBranch: reader.homeBranch }, copy, at)
  )
}

interface To {
  /** null for a borrower of whom nothing is kept here. */
  readerId: number | null
  borrower: Borrower
  /** null of somebody who is not known. */
  homeBranch: string | null
}

/** Whatever stops the card is looked at before. */
export async function lend(
  write: Write,
  libraries: Libraries,
  { readerId, borrower, homeBranch }: To,
  copy: CopyNow,
  at: Moment,
): Promise<CheckedOut | Refusal> {
  const { barcode } = copy
  if (copy.due !== null) return { code: 'lent-already' }
  const promised = copy.promised ? await promisedTo(write, barcode) : undefined
  if (promised && promised.readerId !== readerId) return { code: 'kept-for-another' }
  const rule = loanRuleFor(libraries.loanRules, borrower, copy)
  if (!rule) return { code: 'not-lent' }
  if (promised) await collect(write, libraries, promised, at)
  // Whatever was said of it, it is in somebody's hands.
  if (copy.stored.status !== 'on shelf') await setCopyStatuses(write, [{ barcode, status: 'on shelf', statusText: null }])
  const length = lengthOf(rule)
  const back = libraries.hoursToBringBack(homeBranch, copy, length.unit)
  const due = await dueFrom(write, libraries, { length, back }, promised, at)
  // A hold on any copy gets the whole set.
  const pieces = promised?.wantedBarcode === null ? await whereaboutsOf(write, barcode, true) : [{ barcode }]
  for (const { barcode: piece } of pieces) {
    await write.run('DELETE FROM whereabouts WHERE barcode = $piece', { piece })
    // Hundreds a day of the demo's clock: through the model each would take twice as long as all else.
    await write.run("INSERT INTO loans (barcode, readerId, due, source) VALUES ($piece, $readerId, $due, 'here')", { piece, readerId, due })
  }
  if (readerId !== null) await endServed(write, libraries, { readerId, barcode }, at)
  return { barcode, title: await titleOf(write, barcode), due, collected: promised !== undefined }
}

/** Where the days count from when it was sent, the reader who collects it late has it for another day all the same. */
async function dueFrom(
  write: Write,
  libraries: Libraries,
  { length, back }: { length: LoanLength; back: OpeningHours },
  hold: PromisedTo | undefined,
  at: Moment,
): Promise<string> {
  const now = DateTime.fromISO(at.now, { zone: libraries.zone })
  const sent = hold && length.unit === 'days' && libraries.pickups.loanBeginsWhenSent(hold.pickup) ? await whenSent(write, hold) : null
  if (sent === null) return dueAfter(length, now, back)
  const [due, atLeast] = [
    dueAfter(length, DateTime.fromISO(sent, { zone: now.zone }), back),
    dueAfter({ count: 1, unit: 'days' }, now, back),
  ]
  return due > atLeast ? due : atLeast
}

/** Whoever has one copy of what they asked for needs no other; what was set aside for them goes to the next. */
async function endServed(
  write: Write,
  libraries: Libraries,
  { readerId, barcode }: { readerId: number; barcode: string },
  at: Moment,
): Promise<void> {
  const served = await write.read<Standing>(
    `SELECT holds.id, holds.state, holds.barcode FROM copies JOIN records ON records.id = recordId
       JOIN holdTargets ON holdTargets.controlNumber = records.controlNumber AND open = 1 JOIN holds ON holds.id = holdId
     WHERE copies.barcode = $barcode AND holds.readerId = $readerId AND ${ACTIVE_HOLD}
       AND (wantedBarcode = $barcode OR (wantedBarcode IS NULL AND copies.setNumber IS NULL))`,
    { barcode, readerId },
  )
  for (const hold of served) await endHold(write, libraries, hold, 'desk', at)
}
