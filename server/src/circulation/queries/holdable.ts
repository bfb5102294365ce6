/** Whether copies can be held at all, at whatever pickup location, now or after a wait. */
import { isLost } from '@catalex/core/copies'
import { isRefusal, verdictFor } from '@catalex/core/holds'
import type { Borrower } from '@catalex/core/policies'
import type { Libraries } from '../../libraries/index.ts'
import type { CopyNow } from './copies.ts'
import { holdQuestion } from './question.ts'

/** @param now ISO time */
export function isHoldable(libraries: Libraries, borrower: Borrower, copies: readonly CopyNow[], now: string): boolean {
  const there = copies.filter((copy) => !isLost(copy))
  return libraries.pickups.openTo(borrower.category).some(({ code }) => {
    const question = holdQuestion(libraries, borrower, code, there, now)
    return !isRefusal(question) && there.some((copy) => verdictFor(question, copy).allowed)
  })
}
