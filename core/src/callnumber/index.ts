/** Call numbers: reading them, their order on the shelf, and how they stand on a spine. */
export { readCallNumber, shelfKeyFrom, type CallNumber, type CallNumberParts } from './read.ts'
export type { CallNumberSource as CallNumberScheme } from '../catalogue/index.ts'
