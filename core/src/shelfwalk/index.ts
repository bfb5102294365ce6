/** Shelf walks: which branch for what, and the sensible way through a building. */
export { branchesFor } from './branches.ts'
export { walkOf, type Wanted } from './walk.ts'
