/** Call numbers: reading them, their order on the shelf, and how they stand on a spine. */
export { readCallNumber, shelfKeyFrom, type CallNumber, type CallNumberParts } from './read.ts'
export { CALL_NUMBER_SCHEMES, type CallNumberScheme } from './schemes.ts'
