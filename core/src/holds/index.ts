/** Holds: who may place one, which copy serves it, and how it lives. */
export { accountRefusal, type AccountStatus } from './account.ts'
export { faultsOf, type HistoryFault, type StoredHold } from './history.ts'
export { defaultPickup, usualPickup } from './pickup.ts'
export { nextInQueue, type WaitingHold } from './queue.ts'
export { isRefusal, type Refusal } from './refusals.ts'
export { holdRuleFor, verdictFits, verdictOn, type HoldRule, type PickupPlace } from './rules.ts'
export { servingOf, verdictFor, wantedCopies, type HoldQuestion, type Serving } from './serving.ts'
export * from './states.ts'
