/** The life of a hold. */
export const HOLD_STATES = ['waiting', 'being fetched', 'in transit', 'ready', 'collected', 'cancelled', 'lapsed', 'unfillable'] as const
export type HoldState = (typeof HOLD_STATES)[number]

const NEXT: Record<HoldState, readonly HoldState[]> = {
  waiting: ['being fetched', 'in transit', 'ready', 'cancelled', 'lapsed', 'unfillable'],
  'being fetched': ['in transit', 'ready', 'waiting', 'cancelled', 'lapsed'],
  'in transit': ['ready', 'waiting', 'cancelled', 'lapsed'],
  ready: ['collected', 'cancelled', 'lapsed'],
  collected: [],
  cancelled: [],
  lapsed: [],
  unfillable: [],
}

export const mayBecome = (from: HoldState, to: HoldState): boolean => NEXT[from].includes(to)

/** Whether the hold still counts against the limit and stands in line. */
export const isActive = (state: HoldState): boolean => NEXT[state].length > 0

/** States in which a copy is set aside for the hold. */
export const PROMISING_STATES = ['being fetched', 'in transit', 'ready'] as const satisfies readonly HoldState[]
