/** Call numbers: reading them, their order on the shelf, and how they stand on a spine. */
export { LABELS } from './order.ts'
export { explainCallNumber, PART_KINDS } from './explain.ts'
export { readCallNumber, type CallNumberParts } from './read.ts'
export { CALL_NUMBER_SCHEMES, RANGE_END, type CallNumberScheme } from './schemes.ts'
export { isClassNumber, keyRangesOf, shelfKeyFrom, type Meant } from './typed.ts'
