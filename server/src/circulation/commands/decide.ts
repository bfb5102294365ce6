/** Whether a hold may be placed as it is wished for, which copy serves it, and when that is fetched. */
import type { PlaceHold } from '@catalex/contract/holds'
import { accountRefusal, daysRefusal, fetchDay, isRefusal, servingOf, wantedCopies, type HoldQuestion, type Refusal, type Serving } from '@catalex/core/holds' // prettier-ignore
import { DateTime } from 'luxon'
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { borrowerOf, type Reader } from '../../readers/index.ts'
import type { Moment } from '../moment.ts'
import { accountOf } from '../queries/account.ts'
import { alreadyOf } from '../queries/already.ts'
import { copiesOf } from '../queries/copies.ts'
import { holdQuestion } from '../queries/question.ts'
import { channelsOf } from '../queries/told.ts'

export interface Decided {
  serving: Serving
  /** ISO date of the day on which it is fetched; null for now. */
  fetched: string | null
}

export async function decide(
  write: Write,
  libraries: Libraries,
  { reader, wish }: { reader: Reader; wish: PlaceHold },
  at: Moment,
): Promise<Decided | Refusal> {
  const stopped = accountRefusal(await accountOf(write, libraries, reader), at.today)
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
  return planned(libraries, wish, question, serving, at)
}

/** On the days between which it is wanted. */
function planned(libraries: Libraries, wish: PlaceHold, question: HoldQuestion, serving: Serving, at: Moment): Decided | Refusal {
  const { notBefore = null, notAfter = null } = wish
  const hours = libraries.hoursAt(wish.pickup)
  if (!hours || (notBefore === null && notAfter === null)) return { serving, fetched: null }
  const now = DateTime.fromISO(at.now, { zone: libraries.library.timeZone })
  const wrong = daysRefusal({ notBefore, notAfter }, hours, now)
  if (wrong) return wrong
  const comes = serving.delivery && DateTime.fromMillis(serving.delivery.inHand * 60_000, { zone: libraries.library.timeZone }).toISODate()
  if (notAfter !== null && comes !== null && comes > notAfter) return { code: 'comes-later', date: comes }
  if (notBefore === null) return { serving, fetched: null }
  const fetched = fetchDay((start) => inHandFrom(libraries, wish.pickup, question, serving, start), notBefore, now)
  return { serving, fetched: fetched > at.today ? fetched : null }
}

/** The copy chosen with all its pieces; of a place in the queue whatever may serve it, as if it were in. */
function inHandFrom(libraries: Libraries, pickup: string, { from }: HoldQuestion, serving: Serving, start: DateTime): number | null {
  const deliveryOf = libraries.deliveriesTo(pickup, start.toISO() ?? '')
  const of = (copies: Serving['eligible']) => copies.flatMap((copy) => deliveryOf(copy)?.inHand ?? [])
  if (serving.copy === null) return least(of(serving.eligible.filter(({ branch }) => (from ?? branch) === branch)))
  const times = of([...serving.brings])
  return times.length < serving.brings.length ? null : Math.max(...times)
}

const least = (times: readonly number[]): number | null => (times.length > 0 ? Math.min(...times) : null)
