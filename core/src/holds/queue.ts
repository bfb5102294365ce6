/** Who gets a copy that has come free: the first in the queue whom it can serve. */
import { isInNow, wholes, type Copy } from '../copies/index.ts'
import { verdictFor, type HoldQuestion } from './serving.ts'

export interface WaitingHold {
  /** Records of which any copy would do, by control number. */
  records: readonly string[]
  /** The one copy that would do; null for any. */
  barcode: string | null
  question: Omit<HoldQuestion, 'copies'>
}

/**
 * @param queue holds that wait, in the order in which they were asked for
 * @param pieces the copy that came free; with it, where it is a piece of a set, the others of the set
 * @returns whom to serve first, and with which copy; a set by the piece that stands for it
 */
export function nextInQueue<T extends WaitingHold, C extends Copy>(
  queue: readonly T[],
  pieces: readonly C[],
): { waiting: T; copy: C } | null {
  const ones = wholes(pieces).map(({ one }) => one)
  for (const hold of queue) {
    const copy = (hold.barcode === null ? ones : pieces).find((one) => isInNow(one) && wants(hold, one) && serves(hold, one))
    if (copy) return { waiting: hold, copy }
  }
  return null
}

const serves = ({ question }: WaitingHold, copy: Copy): boolean => verdictFor({ ...question, copies: [copy] }, copy).allowed

export function wants(hold: Pick<WaitingHold, 'records' | 'barcode'>, copy: Pick<Copy, 'controlNumber' | 'barcode'>): boolean {
  return hold.barcode === null ? hold.records.includes(copy.controlNumber) : hold.barcode === copy.barcode
}
