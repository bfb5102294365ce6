/** A copy as it stands this minute, and what its state means for a reader. */
import { RECORDED_STATUSES, type Family, type RecordedStatus, type UseRule } from '../catalogue/index.ts'
import { isOverdue } from '../loans/index.ts'

/** Loans, holds and journeys say more than the record's own status does. */
export const COPY_STATUSES = [...RECORDED_STATUSES, 'on loan', 'overdue', 'kept for a hold', 'in transit', 'being fetched'] as const
export type CopyStatus = (typeof COPY_STATUSES)[number]

/** States of a hold in which a copy is set aside for it. */
export const PROMISING_STATES = ['being fetched', 'in transit', 'ready'] as const
export type PromisingState = (typeof PROMISING_STATES)[number]

export const COLLECTION_KINDS = ['open shelf', 'closed stacks', 'reading room', 'course reserve', 'display', 'store'] as const
export type CollectionKind = (typeof COLLECTION_KINDS)[number]

export interface Copy {
  barcode: string
  /** Of its record. */
  controlNumber: string
  family: Family
  system: string
  branch: string
  collection: string
  collectionKind: CollectionKind
  use: UseRule
  status: CopyStatus
  /** Set aside for somebody's hold: it can't be promised again. */
  promised: boolean
  /** Of a copy on loan: an ISO date, or the minute in local time. */
  due: string | null
  /** Volume, issue or part; null for a whole. */
  enumeration: string | null
  /** Number of the set, inside its record, of which this is a piece: the disc of a book. */
  set: string | null
}

/** How a copy may be used when its record doesn't say: what its collection implies. */
export function useRuleOf(kind: CollectionKind, stated: UseRule | null): UseRule {
  if (stated !== null) return stated
  if (kind === 'reading room') return 'here only'
  if (kind === 'course reserve') return 'short loan'
  return kind === 'closed stacks' || kind === 'store' ? 'fetched on request' : 'loan'
}

export interface CopyFacts {
  /** What its record says. */
  recorded: RecordedStatus
  due: string | null
  /** State of the hold that it is promised to. */
  holdState: PromisingState | null
  /** At a desk or on the road, on its way back to its shelf. */
  away?: boolean
  /** The day, or the minute, in the libraries' time zone. */
  at: string
}

/** The one status a reader is told, from everything that is known of the copy. */
export function statusOf({ recorded, due, holdState, away = false, at }: CopyFacts): CopyStatus {
  if (recorded !== 'on shelf') return recorded
  if (due !== null) return isOverdue(due, at) ? 'overdue' : 'on loan'
  if (holdState === 'ready') return 'kept for a hold'
  if (holdState !== null) return holdState
  return away ? 'in transit' : 'on shelf'
}

/** On its shelf and promised to nobody. */
export const isInNow = (copy: Pick<Copy, 'status' | 'promised'>): boolean => copy.status === 'on shelf' && !copy.promised

/** Whether nobody can count on it, neither now nor after a wait. */
export const isLost = (copy: Pick<Copy, 'status'>): boolean => copy.status === 'missing' || copy.status === 'withdrawn'

/** Whether a reader can walk up to it. */
export const isReachable = (copy: Pick<Copy, 'collectionKind'>): boolean =>
  copy.collectionKind !== 'closed stacks' && copy.collectionKind !== 'store'
