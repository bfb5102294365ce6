/** What a hold would do at each pickup location, before anything is asked for. */
import type { HoldOptions, PickupOption } from '@catalex/contract/holds'
import { accountRefusal, isRefusal, servingOf, verdictOn, wantedCopies, type Refusal, type Serving } from '@catalex/core/holds'
import type { Minute } from '@catalex/core/calendar'
import type { Recall } from '@catalex/core/recalls'
import type { Reading } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { borrowerOf, channelsOf, toldBy, type Reader } from '../../readers/index.ts'
import type { Moment } from '../moment.ts'
import { accountOf } from './account.ts'
import { alreadyOf } from './already.ts'
import { copiesOf } from './copies.ts'
import { deliveryLine, momentAt } from './delivery.ts'
import { holdQuestion } from './question.ts'
import { countWaiting } from './queue.ts'
import { loansOut, recallAmong } from './recalls.ts'

/** Branches that are told as suppliers at each pickup location. */
const MOST_SUPPLIERS = 12

/** @param reader null for a guest, to whom the rules of the guest category are shown */
export async function holdOptions(
  database: Reading,
  libraries: Libraries,
  reader: Reader | null,
  wish: { records: readonly string[]; barcode: string | null },
  at: Moment,
): Promise<HoldOptions> {
  const borrower = borrowerOf(libraries, reader)
  const [account, already, before, copies] = await Promise.all([
    reader && accountOf(database, libraries, reader, at),
    reader && alreadyOf(database, reader, wish),
    countWaiting(database, wish.records),
    copiesOf(database, libraries, { controlNumbers: wish.records }, at.today),
  ])
  const wanted = wantedCopies(copies, wish.barcode)
  const servingAt = (pickup: string): Serving | Refusal => {
    if (!Array.isArray(wanted)) return wanted
    const question = holdQuestion(libraries, borrower, pickup, wanted, at.now)
    return isRefusal(question) ? question : servingOf(question)
  }
  const loans = Array.isArray(wanted) ? await loansOut(database, libraries, reader?.id ?? null, wanted) : []
  return {
    refusal: account && accountRefusal(account, at.today),
    used: account?.activeHolds ?? 0,
    limit: account?.holdsLimit ?? null,
    already,
    told: reader ? channelsOf(reader).map((channel) => toldBy(reader, channel)) : [],
    pickups: libraries.pickups.openTo(borrower.category).map(({ code }) => {
      const serving = servingAt(code)
      if (isRefusal(serving)) return refusedAt(code, serving)
      const recall = serving.copy ? null : recallAmong(libraries, loans, { eligible: serving.eligible, before }, at)
      const cardCosts = reader ? null : cardCostsAt(libraries, code, serving)
      return optionFrom(code, serving, { before, recall, cardCosts, latest: libraries.latestAt(code, at.now, serving.brings) })
    }),
  }
}

/** Copies of a queue that are looked at for what a hold may cost. */
const MAX_PRICED = 20

/** What it would cost with a card of each category and home that the rules let collect there; of a guest nobody knows which they have. */
function cardCostsAt(libraries: Libraries, pickup: string, { copy, cost, eligible }: Serving): PickupOption['cardCosts'] {
  const { categories } = libraries.policies
  const copies = copy ? [copy] : eligible.slice(0, MAX_PRICED)
  const costs = categories.flatMap(({ code: category }) => {
    const place = libraries.pickups.at(pickup, category)
    return !place || category === libraries.policies.guestCategory
      ? []
      : libraries.library.systems.flatMap(({ code: homeSystem }) =>
          copies.flatMap((one) => {
            const verdict = verdictOn(libraries.holdRules, { category, homeSystem }, one, place)
            return verdict.allowed ? [verdict.cost] : []
          }),
        )
  })
  return costs.length === 0 ? { least: cost, most: cost } : { least: Math.min(...costs), most: Math.max(...costs) }
}

const refusedAt = (pickup: string, refusal: Refusal): PickupOption => ({
  pickup,
  from: null,
  cost: 0,
  cardCosts: null,
  queue: null,
  delivery: null,
  recall: null,
  brings: [],
  suppliers: [],
  refusal,
})

function optionFrom(
  pickup: string,
  { copy, cost, delivery, brings, eligible, suppliers }: Serving,
  {
    before,
    recall,
    cardCosts,
    latest,
  }: { before: number; recall: Recall | null; cardCosts: PickupOption['cardCosts']; latest: Minute | null },
): PickupOption {
  return {
    pickup,
    from: copy?.branch ?? null,
    cost,
    cardCosts,
    queue: copy ? null : { before, copies: eligible.length },
    delivery: delivery && deliveryLine(delivery, latest),
    recall: recall && { was: recall.was, due: recall.due },
    brings: brings.length > 1 ? brings.map(({ enumeration, barcode }) => enumeration ?? barcode) : [],
    suppliers: suppliers.slice(0, MOST_SUPPLIERS).map((supplier) => ({
      branch: supplier.branch,
      cost: supplier.cost,
      inHand: supplier.delivery && momentAt(supplier.delivery.inHand),
    })),
    refusal: null,
  }
}
