/** What a card may do now. */
import type { Refusal } from './refusals.ts'

export interface AccountStatus {
  /** ISO date on which the card ends. */
  expires: string
  /** In hundredths of the currency; holds stop above the limit. */
  owed: number
  owedLimit: number
  activeHolds: number
  holdsLimit: number
  /** A word from the desk that stops everything, null for none. */
  block: string | null
}

/** What stops this reader whatever they ask for; null for nothing. */
export function accountRefusal(account: AccountStatus, today: string): Refusal | null {
  if (account.expires < today) return { code: 'card-expired', date: account.expires }
  if (account.block !== null) return { code: 'card-blocked', note: account.block }
  if (account.owed > account.owedLimit) return { code: 'owes-too-much', owed: account.owed, limit: account.owedLimit }
  if (account.activeHolds >= account.holdsLimit) return { code: 'too-many-holds', held: account.activeHolds, limit: account.holdsLimit }
  return null
}
