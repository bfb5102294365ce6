/** What core is asked about a hold. */
import type { Copy } from '@catalex/core/copies'
import type { HoldQuestion, Refusal } from '@catalex/core/holds'
import type { Borrower } from '@catalex/core/policies'
import type { Libraries } from '../../libraries/index.ts'

/** @param now ISO time */
export function holdQuestion(
  libraries: Libraries,
  borrower: Borrower,
  pickup: string,
  copies: readonly Copy[],
  now: string,
): HoldQuestion | Refusal {
  const place = libraries.pickup(pickup, borrower.category)
  if (!place) return { code: 'pickup-not-served' }
  const delivery = libraries.deliveriesTo(pickup, now)
  return { rules: libraries.holdRules, borrower, pickup: place, copies, selfServe: libraries.selfServe, delivery }
}
