/** Call numbers: reading them, their order on the shelf, and how they stand on a spine. */
export { readCallNumber, shelfKeyFrom } from './read.ts'
export { type CallNumberScheme } from './schemes.ts'
