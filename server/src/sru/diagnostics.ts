/** What is wrong with a request, by the numbers of the standard (SRU 1.2 and 2.0, list of diagnostics). */
import { CqlError, QueryTooLarge, type CqlFault } from '@catalex/core/query'

export interface Diagnostic {
  number: number
  /** What the number speaks of: a name, a value. */
  details: string
}

const MESSAGES: Readonly<Record<number, string>> = {
  1: 'General system error',
  4: 'Unsupported operation',
  5: 'Unsupported version',
  6: 'Unsupported parameter value',
  7: 'Mandatory parameter not supplied',
  8: 'Unsupported parameter',
  10: 'Query syntax error',
  12: 'Too many characters in query',
  15: 'Unsupported context set',
  16: 'Unsupported index',
  19: 'Unsupported relation',
  20: 'Unsupported relation modifier',
  24: 'Unsupported combination of relation and term',
  27: 'Empty term unsupported',
  36: 'Term in invalid format for index or relation',
  38: 'Too many boolean operators in query',
  39: 'Proximity not supported',
  61: 'First record position out of range',
  66: 'Unknown schema for retrieval',
  71: 'Unsupported record packing',
  80: 'Sort not supported',
}

export class SruProblem extends Error {
  constructor(readonly diagnostic: Diagnostic) {
    super(messageOf(diagnostic))
    this.name = 'SruProblem'
  }
}

export const messageOf = ({ number }: Diagnostic): string => MESSAGES[number] ?? 'General system error'

const OF_CQL: Record<CqlFault['code'], number> = {
  'unclosed-quote': 10,
  unexpected: 10,
  prox: 39,
  'bracket-expected': 10,
  'unknown-index': 16,
  'term-expected': 10,
  'ends-early': 10,
  'bad-number': 36,
  'no-word': 27,
  'relation-for-dates': 19,
  'no-year': 36,
  'relation-for-words': 19,
  'unknown-set': 15,
  'unknown-modifier': 20,
  'unknown-sort': 80,
}

/** @returns null for an error that is none of the request's */
export function diagnosticOf(error: unknown): Diagnostic | null {
  if (error instanceof SruProblem) return error.diagnostic
  if (error instanceof CqlError)
    return { number: OF_CQL[error.fault.code], details: error.fault.what || `at ${String(error.fault.at + 1)}` }
  return error instanceof QueryTooLarge ? { number: 38, details: '' } : null
}
