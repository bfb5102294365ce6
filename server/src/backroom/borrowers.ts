/** The readers of the demo bring back what they have, and borrow again. */
import { chancesOf, visitOn } from '@catalex/core/living'
import { isInNow, isReachable } from '@catalex/core/copies'
import { isRefusal } from '@catalex/core/holds'
import { copiesOf, lend } from '../circulation/index.ts'
import type { Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { borrowerOf } from '../readers/index.ts'
import { plan, type Task } from './agenda.ts'
import { LENT, planReturn, type Lent } from './returns.ts'
import { isoOf, momentAt, timeOf } from './times.ts'
import { checkInAt } from './travels.ts'

export async function bringBack(write: Write, libraries: Libraries, { subject: barcode, at, detail }: Task): Promise<void> {
  const { due, branch } = detail as { due: string; branch: string }
  const [loan] = await write.read<Lent>(`${LENT} AND loans.barcode = $barcode`, { barcode })
  if (!loan) return
  // Renewed meanwhile: it is kept for longer.
  if (loan.due > due) return planReturn(write, libraries, loan, at)
  await checkInAt(write, libraries, { barcode, branch, readerId: loan.readerId }, 'returned', at)
  const next = borrowingTask(libraries, `${barcode} ${at}`, at)
  if (next) await plan(write, next)
}

/** Whoever has brought something back borrows something within a day or two, so that as much is out as before. */
export function borrowingTask(libraries: Libraries, subject: string, now: string): Task | null {
  const random = chancesOf(`borrow ${subject}`)
  const branches = libraries.library.branches.filter(({ pickups }) => pickups.length > 0)
  const hours = libraries.hoursOf(branches[Math.floor(random() * branches.length)]?.code ?? '')
  const time = timeOf(libraries, now)
  const visit = hours && visitOn(hours, time.startOf('day').plus({ days: Math.floor(random() * 2) }), time, random)
  return visit ? { kind: 'borrow', subject, at: isoOf(visit), detail: null } : null
}

const TRIES = 12

export async function borrow(write: Write, libraries: Libraries, { subject, at }: Task): Promise<void> {
  const random = chancesOf(subject)
  const [last] = await write.read<{ id: number }>('SELECT max(id) AS id FROM copies')
  for (let tried = 0; tried < TRIES; tried += 1) {
    const [found] = await write.read<{ barcode: string }>("SELECT barcode FROM copies WHERE id >= $id AND status = 'on shelf' AND setNumber IS NULL LIMIT 1", { id: Math.floor(random() * (last?.id ?? 0)) }) // prettier-ignore
    const [copy] = found ? await copiesOf(write, libraries, { barcode: found.barcode }, momentAt(libraries, at).today) : []
    if (!copy || !isInNow(copy) || !isReachable(copy) || copy.use !== 'loan') continue
    const lent = await lend(
      write,
      libraries,
      { readerId: null, borrower: borrowerOf(libraries, null), homeBranch: null },
      copy,
      momentAt(libraries, at),
    )
    if (isRefusal(lent)) continue
    const { barcode, branch, stored } = copy
    return planReturn(write, libraries, { barcode, due: lent.due, carrier: stored.carrier, branch, readerId: null, homeBranch: null }, at)
  }
}
