/** What can be asked for beside a hold, by the rules of the library. */
import type { RequestOffers, RequestOffersQuery } from '@catalex/contract/requests'
import { isRefusal, type Refusal } from '@catalex/core/holds'
import type { Borrower } from '@catalex/core/policies'
import { outsideOffer, scanOffer } from '@catalex/core/requests'
import { copiesOf, isHoldable, type Moment } from '../circulation/index.ts'
import type { Queryable } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'

export interface OffersAsked {
  borrower: Borrower
  wish: RequestOffersQuery
  at: Moment
}

export async function requestOffers(
  source: Queryable,
  libraries: Libraries,
  { borrower, wish: { records = [], barcode }, at }: OffersAsked,
): Promise<RequestOffers> {
  const all = records.length === 0 ? [] : await copiesOf(source, libraries, { controlNumbers: records }, at.today)
  const copies = barcode === undefined ? all : all.filter((copy) => copy.barcode === barcode)
  return {
    scan: offered(scanOffer(copies, libraries.scanRules, borrower)),
    outside: isHoldable(libraries, borrower, copies, at.now) ? null : offered(outsideOffer(libraries.outsideRules, borrower)),
  }
}

function offered<Offer extends object>(answer: Offer | Refusal | null): { offer: Offer | null; refusal: Refusal | null } | null {
  if (answer === null) return null
  return isRefusal(answer) ? { offer: null, refusal: answer } : { offer: answer, refusal: null }
}
