/** Call numbers: reading them, their order on the shelf, and how they stand on a spine. */
export { readCallNumber } from './read.ts'
export { RANGE_END, type CallNumberScheme } from './schemes.ts'
export { isClassNumber, keyRangesOf, shelfKeyFrom, type Meant } from './typed.ts'
