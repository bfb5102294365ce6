/** Waiting: when a hold in the queue is likely to have its copy. */
export { randomFrom, waitingEstimate } from './estimate.ts'
export { playThrough, type HoldAhead, type Turn, type WaitedFor, type WaitingQuestion } from './queue.ts'
export { daysLate, drawn, NO_HISTORY, type Random, type ReturnHistory } from './returns.ts'
