/** Whether a hold may be placed as it is wished for, which copy serves it, and when that is fetched. */
import type { PlaceHold } from '@catalex/contract/holds'
import { accountRefusal, daysRefusal, fetchDay, isRefusal, servedAt, servingOf, wantedCopies, type Refusal, type Serving } from '@catalex/core/holds' // prettier-ignore
import type { Recall } from '@catalex/core/recalls'
import { DateTime } from 'luxon'
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { borrowerOf, channelsOf, type Reader } from '../../readers/index.ts'
import type { Moment } from '../moment.ts'
import { accountOf } from '../queries/account.ts'
import { alreadyOf } from '../queries/already.ts'
import { copiesOf } from '../queries/copies.ts'
import { holdQuestion } from '../queries/question.ts'
import { countWaiting } from '../queries/queue.ts'
import { loansOut, recallAmong } from '../queries/recalls.ts'

export interface Decided {
  serving: Serving
  /** ISO date of the day on which it is fetched; null for now. */
  fetched: string | null
  /** The loan that is shortened for it; null for none. */
  recall: Recall | null
}

export async function decide(
  write: Write,
  libraries: Libraries,
  { reader, wish }: { reader: Reader; wish: PlaceHold },
  at: Moment,
): Promise<Decided | Refusal> {
  const stopped = accountRefusal(await accountOf(write, libraries, reader, at), at.today)
  if (stopped) return stopped
  if (wish.notify !== undefined && !channelsOf(reader).includes(wish.notify)) return { code: 'not-told-there' }
  const wanted = wantedCopies(await copiesOf(write, libraries, { controlNumbers: wish.records }, at.today), wish.barcode)
  if (!Array.isArray(wanted)) return wanted
  const already = wish.again === true ? null : await alreadyOf(write, reader, wish)
  if (already) return already
  const question = holdQuestion(libraries, borrowerOf(libraries, reader), wish.pickup, wanted, at.now, wish.from)
  if (isRefusal(question)) return question
  const serving = servingOf(question)
  if (isRefusal(serving)) return serving
  if (serving.cost > (wish.cost ?? 0)) return { code: 'cost-changed', cost: serving.cost }
  const fetched = fetchedOn(libraries, wish, serving, at)
  if (isRefusal(fetched)) return fetched
  const recall = wish.recall === true ? await recallFor(write, libraries, { reader, wish }, serving, at) : null
  return recall !== null && isRefusal(recall) ? recall : { serving, recall, fetched: fetched.day }
}

/** What is held back for a day hurries nobody. */
async function recallFor(
  write: Write,
  libraries: Libraries,
  { reader, wish }: { reader: Reader; wish: PlaceHold },
  { copy, eligible }: Serving,
  at: Moment,
): Promise<Recall | Refusal> {
  if (copy !== null || wish.notBefore !== undefined) return { code: 'not-recalled' }
  const before = await countWaiting(write, wish.records)
  const loans = await loansOut(write, libraries, reader.id, eligible)
  return recallAmong(libraries, loans, { eligible, before }, at) ?? { code: 'not-recalled' }
}

/** Where it is wanted between certain days: the day on which it is fetched for them; null for now. */
function fetchedOn(libraries: Libraries, wish: PlaceHold, serving: Serving, at: Moment): { day: string | null } | Refusal {
  const { notBefore = null, notAfter = null } = wish
  const hours = libraries.pickups.hours(wish.pickup)
  if (!hours || (notBefore === null && notAfter === null)) return { day: null }
  const now = DateTime.fromISO(at.now, { zone: libraries.zone })
  const wrong = daysRefusal({ notBefore, notAfter }, hours, now, serving.delivery?.inHand ?? null)
  if (wrong) return wrong
  if (notBefore === null) return { day: null }
  const from = (start: DateTime) => servedAt(serving, libraries.deliveriesTo(wish.pickup, start.toISO() ?? ''))
  const fetched = fetchDay(from, notBefore, now)
  return { day: fetched > at.today ? fetched : null }
}
