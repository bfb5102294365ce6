/** What core is asked about a hold. */
import type { Copy } from '@catalex/core/copies'
import type { HoldQuestion, Refusal } from '@catalex/core/holds'
import type { Borrower } from '@catalex/core/policies'
import type { Libraries } from '../../libraries/index.ts'

/**
 * @param now ISO time
 * @param from the branch that is to send it; null for that from which it comes first
 */
export function holdQuestion(
  libraries: Libraries,
  borrower: Borrower,
  pickup: string,
  copies: readonly Copy[],
  now: string,
  from: string | null = null,
): HoldQuestion | Refusal {
  const place = libraries.pickups.at(pickup, borrower.category)
  if (!place) return { code: 'pickup-not-served' }
  const delivery = libraries.deliveriesTo(pickup, now)
  return { rules: libraries.holdRules, borrower, pickup: place, copies, selfServe: libraries.selfServe, delivery, from }
}
