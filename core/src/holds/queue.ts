/** Who gets a copy that has come free: the first in the queue whom it can serve. */
import type { Copy } from '../copies/index.ts'
import { verdictFor, type HoldQuestion } from './serving.ts'

export interface WaitingHold {
  /** Records of which any copy would do, by control number. */
  records: readonly string[]
  /** The one copy that would do; null for any. */
  barcode: string | null
  question: Omit<HoldQuestion, 'copies'>
}

/** @param queue holds that wait, in the order in which they were asked for */
export function nextInQueue<T extends WaitingHold>(queue: readonly T[], copy: Copy): T | null {
  return queue.find((hold) => wants(hold, copy) && verdictFor({ ...hold.question, copies: [copy] }, copy).allowed) ?? null
}

export function wants(hold: Pick<WaitingHold, 'records' | 'barcode'>, copy: Pick<Copy, 'controlNumber' | 'barcode'>): boolean {
  return hold.barcode === null ? hold.records.includes(copy.controlNumber) : hold.barcode === copy.barcode
}
