/**
 * Most of what readers do meets nothing else: they bring something back for which nobody waits, and borrow what stands on its
 * shelf. Up to the next thing that could tell the difference all of that is carried out at once, each still at its own time.
 */
import { chancesOf } from '@catalex/core/living'
import { isReachable } from '@catalex/core/copies'
import { dueSimply, lendTogether, RETURNED_SIMPLY, returnTogether } from '../circulation/index.ts'
import { borrowerOf } from '../readers/index.ts'
import { dropAll, planAll } from './agenda.ts'
import { borrowingTask, pickAtRandom } from './borrowers.ts'
import { returnTask } from './returns.ts'
import { momentAt, timeOf } from './times.ts'
import type { World } from './world.ts'

const AT_ONCE = 200

interface Returned {
  barcode: string
  at: string
  title: string
  branch: string
}

/** @param until ISO time */
export async function goThroughDay(world: World, until: string): Promise<void> {
  await world.agenda.writeDown()
  // Somebody who asks for a title, and a new day, look at what there is.
  const [next] = await world.write.read<{ at: string | null }>("SELECT min(at) AS at FROM agenda WHERE kind IN ('ask', 'day')")
  const end = next?.at != null && next.at < until ? next.at : until
  const returned = await returnAll(world, end)
  await borrowAll(world, end, returned)
}

/** @returns their barcodes */
async function returnAll({ write, libraries, happenings }: World, end: string): Promise<string[]> {
  // By time: left to choose, SQLite reads all that is ever to be returned.
  const returned = await write.read<Returned>(
    `SELECT subject AS barcode, agenda.at, title, copies.branch FROM agenda INDEXED BY agendaByTime
       JOIN loans ON loans.barcode = subject JOIN copies ON copies.barcode = subject JOIN records ON records.id = recordId
     WHERE agenda.kind = 'return' AND agenda.at < $end AND loans.due <= detail ->> 'due' AND copies.branch = detail ->> 'branch' AND ${RETURNED_SIMPLY}
     ORDER BY agenda.at, subject LIMIT $most`,
    { end, most: AT_ONCE },
  )
  if (returned.length === 0) return []
  const barcodes = returned.map(({ barcode }) => barcode)
  await returnTogether(write, barcodes)
  await dropAll(write, barcodes.map((subject) => ({ kind: 'return', subject }))) // prettier-ignore
  for (const { at, title, branch } of returned) happenings.note({ what: 'returned', title, place: branch }, at)
  await planAll(write, returned.flatMap(({ barcode, at }) => borrowingTask(libraries, `${barcode} ${at}`, at) ?? [])) // prettier-ignore
  return barcodes
}

interface Borrowing {
  subject: string
  at: string
}

/** Whoever does not find what they want at once goes on looking by themselves. */
async function borrowAll(world: World, end: string, returned: readonly string[]): Promise<void> {
  const { write, libraries } = world
  const tasks = await write.read<Borrowing>(
    "SELECT subject, at FROM agenda INDEXED BY agendaByTime WHERE kind = 'borrow' AND at < $end ORDER BY at, subject LIMIT $most",
    { end, most: AT_ONCE },
  )
  if (tasks.length === 0) return
  const chances = tasks.map(({ subject }) => chancesOf(subject)())
  const picked = await pickAtRandom(world, chances, momentAt(libraries, end).today)
  const taken = new Set(returned)
  const loans = tasks.flatMap(({ subject, at }, i) => {
    const copy = picked[i]
    if (!copy || taken.has(copy.barcode) || !isReachable(copy) || copy.use !== 'loan') return []
    const due = dueSimply(libraries, borrowerOf(libraries, null), copy, timeOf(libraries, at))
    if (due === null) return []
    taken.add(copy.barcode)
    const { barcode, branch, stored } = copy
    return [{ subject, at, barcode, due, carrier: stored.carrier, branch, readerId: null, homeBranch: null }]
  })
  if (loans.length === 0) return
  await lendTogether(write, loans)
  await dropAll(write, loans.map(({ subject }) => ({ kind: 'borrow', subject }))) // prettier-ignore
  await planAll(write, loans.map((loan) => returnTask(libraries, loan, loan.at))) // prettier-ignore
}
