/** What a card may do now. */
import type { Refusal } from './refusals.ts'

export interface AccountStatus {
  /** ISO date on which the card ends. */
  expires: string
  /** In hundredths of the currency; holds stop above the limit. */
  owed: number
  owedLimit: number
  /** Loans that are overdue; above the limit everything stops. */
  overdue: number
  /** null for no limit. */
  overdueLimit: number | null
  activeHolds: number
  holdsLimit: number
  /** A word from the desk that stops everything, null for none. */
  block: string | null
}

/** What stops a card whatever is asked for; null for nothing. */
export function cardRefusal(
  { expires, owed, owedLimit, overdue, overdueLimit, block }: Omit<AccountStatus, 'activeHolds' | 'holdsLimit'>,
  today: string,
): Refusal | null {
  if (expires < today) return { code: 'card-expired', date: expires }
  if (block !== null) return { code: 'card-blocked', note: block }
  if (owed > owedLimit) return { code: 'owes-too-much', owed, limit: owedLimit }
  return overdueLimit !== null && overdue > overdueLimit ? { code: 'too-many-overdue', overdue, limit: overdueLimit } : null
}

/** What stops this reader from placing a hold, whatever it is on; null for nothing. */
export function accountRefusal(account: AccountStatus, today: string): Refusal | null {
  const { activeHolds, holdsLimit } = account
  return (
    cardRefusal(account, today) ?? (activeHolds >= holdsLimit ? { code: 'too-many-holds', held: activeHolds, limit: holdsLimit } : null)
  )
}
