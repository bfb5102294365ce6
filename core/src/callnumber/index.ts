/** Call numbers: reading them, their order on the shelf, and how they stand on a spine. */
export { LABELS } from './order.ts'
export { explainCallNumber, PART_KINDS } from './explain.ts'
export { keysIn, type CallNumberRange } from './range.ts'
export { readCallNumber, type CallNumber, type CallNumberParts } from './read.ts'
export { CALL_NUMBER_SCHEMES, RANGE_END, type CallNumberScheme } from './schemes.ts'
export { isClassNumber, keyRangesOf, shelfKeyFrom, type KeyRange, type Meant } from './typed.ts'
