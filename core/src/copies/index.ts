/** A copy as it stands this minute, and what its state means for a reader. */
import type { Family, StandingStatus, UseRule } from '../catalogue/index.ts'

/** Loans, holds and journeys say more than the record's own status does. */
export type CopyStatus = StandingStatus | 'on loan' | 'overdue' | 'kept for a hold' | 'in transit' | 'being fetched'

export type CollectionKind = 'open shelf' | 'closed stacks' | 'reading room' | 'course reserve' | 'display' | 'store'

export interface Copy {
  barcode: string
  recordId: number
  family: Family
  system: string
  branch: string
  collection: string
  collectionKind: CollectionKind
  use: UseRule
  status: CopyStatus
  /** Set aside for somebody's hold: it can't be promised again. */
  promised: boolean
  /** ISO date, for a copy on loan. */
  due: string | null
}

/** How a copy may be used when its record doesn't say: what its collection implies. */
export function useRuleOf(kind: CollectionKind, stated: UseRule | null): UseRule {
  if (stated !== null) return stated
  if (kind === 'reading room') return 'here only'
  if (kind === 'course reserve') return 'short loan'
  return kind === 'closed stacks' || kind === 'store' ? 'fetched on request' : 'loan'
}

/** The one status a reader is told, from everything that is known of the copy. */
export function statusOf(facts: { standing: StandingStatus; due: string | null; holdState: string | null; today: string }): CopyStatus {
  if (facts.standing !== 'on shelf') return facts.standing
  if (facts.due !== null) return facts.due < facts.today ? 'overdue' : 'on loan'
  if (facts.holdState === 'ready') return 'kept for a hold'
  if (facts.holdState === 'in transit') return 'in transit'
  return facts.holdState === 'being fetched' ? 'being fetched' : 'on shelf'
}

/** On its shelf and promised to nobody. */
export const isInNow = (copy: Pick<Copy, 'status' | 'promised'>): boolean => copy.status === 'on shelf' && !copy.promised

/** Whether anybody can count on it at all, now or after a wait. */
export const isLost = (copy: Pick<Copy, 'status'>): boolean => copy.status === 'missing' || copy.status === 'withdrawn'

/** Whether a reader can walk up to it. */
export function isReachable(copy: Pick<Copy, 'collectionKind'>): boolean {
  return copy.collectionKind !== 'closed stacks' && copy.collectionKind !== 'store'
}
