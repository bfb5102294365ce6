/** What readers are told of their holds and loans. */
import type { OverdueRate } from '../loans/index.ts'

export const NOTICE_KINDS = [
  'ready',
  'last day soon',
  'due soon',
  'overdue',
  'recalled',
  'recall ended',
  'lapsed',
  'waits again',
  'unfillable',
  'scan sent',
  'outside ready',
  'sent back',
  'declined',
  'ordered',
  'pin code',
  'test',
] as const
export type NoticeKind = (typeof NOTICE_KINDS)[number]

export type Notice =
  /** `pickup` is the code of a pickup point, `collectBy` an ISO date. */
  | { kind: 'ready' | 'last day soon' | 'outside ready'; title: string; pickup: string; collectBy: string }
  /** `due` as loans have it; `returnTo` is the code of the system that alone takes it back, null for any. */
  | { kind: 'due soon' | 'overdue' | 'recalled'; title: string; due: string; late: OverdueRate | null; returnTo: string | null }
  | { kind: 'recall ended'; title: string; due: string }
  /** Not collected in time, or not wanted for longer than that. */
  | { kind: 'lapsed'; title: string; why: 'not collected' | 'not wanted' }
  /** The copy set aside was lost; another will come, or none. */
  | { kind: 'waits again' | 'unfillable'; title: string }
  /** What was asked for beside holds. */
  | { kind: 'scan sent' | 'sent back' | 'declined' | 'ordered'; title: string }
  /** With which a new PIN is chosen. */
  | { kind: 'pin code'; code: string }
  /** Whether what is sent arrives. */
  | { kind: 'test' }

/** A loan is told of so many days before it is due. */
export const DUE_SOON_DAYS = 3
