/**
 * A copy in somebody's hands at the desk of a branch: returned, taken off its shelf, come with the courier or found again. It
 * goes to the hold that it is set aside for, else to the first in the queue, else home.
 */
import type { CheckedIn } from '@catalex/contract/desk'
import type { Refusal } from '@catalex/core/holds'
import { setCopyStatuses } from '../../../catalogue/index.ts'
import type { Write } from '../../../database/index.ts'
import type { Libraries } from '../../../libraries/index.ts'
import type { Moment } from '../../moment.ts'
import { copyNow } from '../../queries/copies.ts'
import { promisedTo } from '../../queries/promised.ts'
import { titleAndWay } from '../../queries/titles.ts'
import { follow } from '../follow.ts'
import { handOn } from '../handOn.ts'
import { returnLoan } from './returnLoan.ts'

export interface AtDesk {
  barcode: string
  /** Code of the branch at whose desk it is. */
  branch: string
}

export async function checkIn(write: Write, libraries: Libraries, { barcode, branch }: AtDesk, at: Moment): Promise<CheckedIn | Refusal> {
  const copy = await copyNow(write, libraries, barcode, at.today)
  if (!copy || !libraries.branch(branch)) return { code: 'no-such-copy' }
  const owner = copy.due === null ? null : libraries.returnedTo(copy.system)
  if (owner && libraries.systemOf(branch) !== owner.code) return { code: 'returned-at-owner', owner: owner.name }
  if (copy.stored.status !== 'on shelf') await setCopyStatuses(write, [{ barcode, status: 'on shelf', statusText: null }])
  const returned = await returnLoan(write, libraries, copy, at)
  await write.run(
    `INSERT INTO whereabouts (barcode, desk, since) VALUES ($barcode, $branch, $since)
     ON CONFLICT (barcode) DO UPDATE SET desk = excluded.desk, bound = NULL, since = excluded.since`,
    { barcode, branch, since: at.now },
  )
  const before = copy.promised ? await promisedTo(write, barcode) : undefined
  // What is ready stays so, however often it is scanned.
  const wanted = before?.barcode != null || (await handOn(write, libraries, barcode, at, 'desk'))
  if (before?.barcode) await follow(write, libraries, before, before.barcode, 'desk', at)
  const hold = wanted ? await promisedTo(write, barcode) : undefined
  const { title, bound } = await titleAndWay(write, barcode)
  const outcome = hold?.state === 'ready' ? 'ready' : bound ? 'sent' : hold ? 'kept' : 'shelved'
  return { barcode, title, outcome, to: bound, hold: hold?.state ?? null, ...returned }
}
