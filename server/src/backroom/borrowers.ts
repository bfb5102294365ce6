/** The readers of the demo bring back what they have, and borrow again. */
import { chancesOf, visitOn } from '@catalex/core/living'
import { isInNow, isReachable } from '@catalex/core/copies'
import { isRefusal } from '@catalex/core/holds'
import { copiesOf, lend, type CopyNow } from '../circulation/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { borrowerOf } from '../readers/index.ts'
import type { Task } from './agenda.ts'
import { LENT, planReturn, type Lent } from './returns.ts'
import { isoOf, momentAt, timeOf } from './times.ts'
import { checkInAt } from './travels.ts'
import type { World } from './world.ts'

export async function bringBack(world: World, { subject: barcode, at, detail }: Task): Promise<void> {
  const { due, branch } = detail as { due: string; branch: string }
  const [loan] = await world.write.read<Lent>(`${LENT} AND loans.barcode = $barcode`, { barcode })
  if (!loan) return
  // Renewed meanwhile: it is kept for longer.
  if (loan.due > due) {
    planReturn(world, loan, at)
    return
  }
  await checkInAt(world, { barcode, branch, readerId: loan.readerId }, 'returned', at)
  const next = borrowingTask(world.libraries, `${barcode} ${at}`, at)
  if (next) world.agenda.plan(next)
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

/**
 * Copies as a reader comes upon them, in the order of the chances given; null where nothing stands beyond.
 * @param chances from 0 to less than 1
 */
export async function pickAtRandom({ write, libraries }: World, chances: readonly number[], today: string): Promise<(CopyNow | null)[]> {
  const picked = await write.read<{ barcode: string | null }>(
    `SELECT (SELECT barcode FROM copies WHERE id >= value AND status = 'on shelf' AND setNumber IS NULL LIMIT 1) AS barcode
     FROM (SELECT key, CAST(value * (SELECT max(id) FROM copies) AS INTEGER) AS value FROM json_each($chances)) ORDER BY key`,
    { chances: JSON.stringify(chances) },
  )
  const barcodes = picked.flatMap(({ barcode }) => barcode ?? [])
  const copies = new Map((await copiesOf(write, libraries, { barcodes }, today)).map((copy) => [copy.barcode, copy]))
  return picked.map(({ barcode }) => copies.get(barcode ?? '') ?? null)
}

const TRIES = 12

export async function borrow(world: World, { subject, at }: Task): Promise<void> {
  const { write, libraries } = world
  const now = momentAt(libraries, at)
  const random = chancesOf(subject)
  for (const copy of await pickAtRandom(world, Array.from({ length: TRIES }, random), now.today)) {
    if (!copy || !isInNow(copy) || !isReachable(copy) || copy.use !== 'loan') continue
    const lent = await lend(write, libraries, { readerId: null, borrower: borrowerOf(libraries, null), homeBranch: null }, copy, now)
    if (isRefusal(lent)) continue
    const { barcode, branch, stored } = copy
    return planReturn(world, { barcode, due: lent.due, carrier: stored.carrier, branch, readerId: null, homeBranch: null }, at)
  }
}
