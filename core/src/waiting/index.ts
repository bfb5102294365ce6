/** Waiting: when a hold in the queue is likely to have its copy. */
export { randomFrom, waitingEstimate } from './estimate.ts'
export { playThrough, type HoldAhead, type Turn, type WaitedFor, type WaitingQuestion } from './queue.ts'
export { NO_HISTORY, type ReturnHistory } from './returns.ts'
