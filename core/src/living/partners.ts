/** How libraries elsewhere behave that are asked for what nobody here has: some lend, some do not, and some of it comes late. */
import type { DeclineReason, RequestKind } from '../requests/index.ts'
import type { Random } from '../waiting/index.ts'

/** In days, the least and the most. */
type Days = readonly [number, number]

export interface Partner {
  name: string
  answers: Days
  travels: Days
  /** Of a hundred that are asked for. */
  declines: number
  /** Of a hundred that are sent. */
  late: number
  /** Days for which a reader may keep it. */
  lends: number
}

/** What comes of a request next: what it hopes for, no, that it takes longer, or that its reader collects it. */
export const ANSWER_ACTS = ['go on', 'decline', 'delay', 'lend'] as const
export type AnswerAct = (typeof ANSWER_ACTS)[number]

/** Of a hundred that staff here are asked for. */
const DECLINED = { scan: 10, purchase: 40 } as const
const ANSWERED: Record<Exclude<RequestKind, 'outside'>, Days> = { scan: [1, 2], purchase: [3, 9] }
const LATER: Days = [2, 5]

export const within = ([least, most]: Days, random: Random): number => least + Math.floor(random() * (most - least + 1))

/** @param partner of those elsewhere, the one who is asked; null for staff here */
export const answersAfter = (kind: RequestKind, partner: Partner | null, random: Random): number =>
  within(kind === 'outside' ? (partner?.answers ?? [1, 2]) : ANSWERED[kind], random)

export const whetherDeclined = (kind: RequestKind, partner: Partner | null, random: Random): boolean =>
  random() * 100 < (kind === 'outside' ? (partner?.declines ?? 100) : DECLINED[kind])

export const daysLater = (random: Random): number => within(LATER, random)

export function reasonFor(kind: RequestKind, random: Random): DeclineReason {
  if (kind === 'purchase') return 'not bought'
  if (kind === 'scan') return 'not allowed'
  return random() < 0.5 ? 'not lent' : 'not found'
}
