/** Shelf walks: the sensible way through a building. */
export { walkOf, type Wanted } from './walk.ts'
