/** Who gets a copy that has come free: the first in line whom it can serve. */
import type { Copy } from '../copies/index.ts'
import { verdictFor, type HoldQuestion } from './placing.ts'

export interface Waiting {
  holdId: number
  /** Records or the one copy that would do. */
  recordIds: readonly number[]
  barcode: string | null
  question: Omit<HoldQuestion, 'copies'>
}

/** @param line holds that wait, in the order in which they were asked for */
export function nextInLine<T extends Waiting>(line: readonly T[], copy: Copy): T | null {
  return line.find((hold) => wants(hold, copy) && verdictFor({ ...hold.question, copies: [copy] }, copy).allowed) ?? null
}

export function wants(hold: Pick<Waiting, 'recordIds' | 'barcode'>, copy: Pick<Copy, 'recordId' | 'barcode'>): boolean {
  return hold.barcode === null ? hold.recordIds.includes(copy.recordId) : hold.barcode === copy.barcode
}
