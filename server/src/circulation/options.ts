/** What a hold would do at each pickup location, before anything is asked for. */
import type { HoldOptions } from '@catalex/contract/holds'
import { isRefusal, servingOf, standingRefusal, type Refusal } from '@catalex/core/holds'
import { Refused, type Libraries } from '../branches/index.ts'
import type { Database } from '../database/index.ts'
import type { Reader } from '../readers/index.ts'
import { countWaiting } from './lines.ts'
import { holdQuestion, standingOf, wantedCopies, type Moment } from './placing.ts'
import type { CopyNow } from './copies.ts'

/** @param reader null for a guest, to whom the rules of the guest category are shown */
export async function holdOptions(
  database: Database,
  libraries: Libraries,
  reader: Reader | null,
  wish: { records: number[]; barcode: string | null },
  at: Moment,
): Promise<HoldOptions> {
  const category = reader?.category ?? libraries.policies.guestCategory
  const homeSystem = (reader && libraries.branch(reader.homeBranch)?.system) ?? ''
  const standing = reader ? await standingOf(database, libraries, reader) : null
  const before = await countWaiting(database, wish.records)
  const wanted = await orRefusal(wantedCopies(database, libraries, wish, at.today))
  return {
    standing: standing ? standingRefusal(standing, at.today) : null,
    used: standing?.activeHolds ?? 0,
    limit: standing?.holdsLimit ?? null,
    pickups: libraries.pickupsFor(category).map(({ branch }) => {
      if ('code' in wanted) return { branch, from: null, cost: 0, line: null, refusal: wanted }
      const serving = servingOf(holdQuestion(libraries, category, homeSystem, branch, wanted))
      if (isRefusal(serving)) return { branch, from: null, cost: 0, line: null, refusal: serving }
      const line = serving.copy ? null : { before, copies: serving.eligible.length }
      return { branch, from: serving.copy?.branch ?? null, cost: serving.cost, line, refusal: null }
    }),
  }
}

async function orRefusal(work: Promise<CopyNow[]>): Promise<CopyNow[] | Refusal> {
  try {
    return await work
  } catch (error) {
    if (error instanceof Refused) return error.refusal
    throw error
  }
}
