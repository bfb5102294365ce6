/** The life of a hold. */
import { PROMISING_STATES, type PromisingState } from '../copies/index.ts'

export const HOLD_STATES = [
  'waiting',
  'paused',
  'being fetched',
  'in transit',
  'ready',
  'collected',
  'cancelled',
  'lapsed',
  'unfillable',
] as const
export type HoldState = (typeof HOLD_STATES)[number]

const NEXT: Record<HoldState, readonly HoldState[]> = {
  waiting: ['paused', 'being fetched', 'in transit', 'ready', 'cancelled', 'lapsed', 'unfillable'],
  // Keeps its place in the queue, and is passed over.
  paused: ['waiting', 'cancelled', 'lapsed', 'unfillable'],
  'being fetched': ['in transit', 'ready', 'waiting', 'cancelled', 'lapsed', 'unfillable'],
  'in transit': ['ready', 'waiting', 'cancelled', 'lapsed', 'unfillable'],
  ready: ['collected', 'cancelled', 'lapsed', 'waiting', 'unfillable'],
  collected: [],
  // Taken back at once.
  cancelled: ['waiting'],
  lapsed: [],
  unfillable: [],
}

/** For so long after it was cancelled a hold can be taken back. */
export const RESTORED_WITHIN_SECONDS = 60

export const mayBecome = (from: HoldState, to: HoldState): boolean => NEXT[from].includes(to)

/** Whether the hold still counts against the limit and stands in the queue. */
export const isActive = (state: HoldState): boolean => !ENDED.includes(state)
const ENDED: readonly HoldState[] = ['collected', 'cancelled', 'lapsed', 'unfillable']
export const ACTIVE_STATES: readonly HoldState[] = HOLD_STATES.filter(isActive)

/** Whether a copy is set aside for the hold. */
export const isPromising = (state: HoldState): state is PromisingState => PROMISING_STATES.some((promising) => promising === state)

/** Who moved a hold from one state to the next. */
export const ACTORS = ['reader', 'desk', 'catalogue'] as const
export type Actor = (typeof ACTORS)[number]
