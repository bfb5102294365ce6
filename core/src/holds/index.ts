/** Holds: who may place one, which copy serves it, and how it lives. */
export {
  isRefusal,
  servingOf,
  standingRefusal,
  verdictFor,
  type HoldQuestion,
  type Refusal,
  type Serving,
  type Standing,
} from './placing.ts'
export { nextInLine, wants, type Waiting } from './queue.ts'
export { verdictOn, type HoldRule, type PickupPlace, type Verdict } from './rules.ts'
export { HOLD_STATES, isActive, mayBecome, PROMISING_STATES, type HoldState } from './states.ts'
