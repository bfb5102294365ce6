/**
 * Most of what readers do meets nothing else: they bring something back for which nobody waits, and borrow what stands on its
 * shelf. Up to the next thing that could tell the difference all of that is carried out at once, each still at its own time.
 */
import { chancesOf } from '@catalex/core/living'
import { isReachable } from '@catalex/core/copies'
import { copiesOf, dueSimply, lendTogether, RETURNED_SIMPLY, returnTogether } from '../circulation/index.ts'
import type { Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { borrowerOf } from '../readers/index.ts'
import { planAll, type Task } from './agenda.ts'
import { borrowingTask } from './borrowers.ts'
import { noteAll } from './happenings.ts'
import { returnTask } from './returns.ts'
import { momentAt, timeOf } from './times.ts'

const AT_ONCE = 200

interface Returned {
  barcode: string
  at: string
  title: string
  branch: string
}

/** @param until ISO time */
export async function goThroughDay(write: Write, libraries: Libraries, until: string): Promise<void> {
  // Somebody who asks for a title, and a new day, look at what there is.
  const [next] = await write.read<{ at: string | null }>("SELECT min(at) AS at FROM agenda WHERE kind IN ('ask', 'day')")
  const end = next?.at != null && next.at < until ? next.at : until
  const returned = await returnAll(write, libraries, end)
  await borrowAll(write, libraries, end, new Set(returned))
}

/** @returns their barcodes */
async function returnAll(write: Write, libraries: Libraries, end: string): Promise<string[]> {
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
  await done(write, 'return', barcodes)
  await noteAll(write, returned.map(({ at, title, branch }) => ({ at, what: 'returned', title, place: branch }))) // prettier-ignore
  await planAll(write, returned.flatMap(({ barcode, at }) => borrowingTask(libraries, `${barcode} ${at}`, at) ?? [])) // prettier-ignore
  return barcodes
}

interface Borrowing {
  subject: string
  at: string
}

/** Whoever does not find what they want at once goes on looking by themselves. */
async function borrowAll(write: Write, libraries: Libraries, end: string, returned: ReadonlySet<string>): Promise<void> {
  const tasks = await write.read<Borrowing>(
    "SELECT subject, at FROM agenda INDEXED BY agendaByTime WHERE kind = 'borrow' AND at < $end ORDER BY at, subject LIMIT $most",
    { end, most: AT_ONCE },
  )
  if (tasks.length === 0) return
  const [last] = await write.read<{ id: number }>('SELECT max(id) AS id FROM copies')
  const picks = tasks.map(({ subject }) => Math.floor(chancesOf(subject)() * (last?.id ?? 0)))
  const picked = await write.read<{ barcode: string | null }>(
    "SELECT (SELECT barcode FROM copies WHERE id >= value AND status = 'on shelf' AND setNumber IS NULL LIMIT 1) AS barcode FROM json_each($picks) ORDER BY key",
    { picks: JSON.stringify(picks) },
  )
  const barcodes = picked.flatMap(({ barcode }) => barcode ?? [])
  const copies = new Map(
    (await copiesOf(write, libraries, { barcodes }, momentAt(libraries, end).today)).map((copy) => [copy.barcode, copy]),
  )
  const loans = tasks.flatMap(({ subject, at }, i) => {
    const copy = copies.get(picked[i]?.barcode ?? '')
    if (!copy || returned.has(copy.barcode) || !isReachable(copy) || copy.use !== 'loan') return []
    const due = dueSimply(libraries, borrowerOf(libraries, null), copy, timeOf(libraries, at))
    if (due === null) return []
    copies.delete(copy.barcode)
    const { barcode, branch, stored } = copy
    return [{ subject, at, barcode, due, carrier: stored.carrier, branch, readerId: null, homeBranch: null }]
  })
  if (loans.length === 0) return
  await lendTogether(write, loans)
  await done(write, 'borrow', loans.map(({ subject }) => subject)) // prettier-ignore
  await planAll(write, loans.map((loan) => returnTask(libraries, loan, loan.at))) // prettier-ignore
}

const done = (write: Write, kind: Task['kind'], subjects: readonly string[]): Promise<void> =>
  write.run('DELETE FROM agenda WHERE kind = $kind AND subject IN (SELECT value FROM json_each($subjects))', {
    kind,
    subjects: JSON.stringify(subjects),
  })
