/** Shelf walks: which branch for what, the sensible order in a building, and the way from stop to stop. */
export { branchesFor } from './branches.ts'
export { waysBetween } from './ways.ts'
export { walkOf, type Wanted } from './walk.ts'
