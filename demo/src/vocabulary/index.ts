/** Words, names and chance, for worlds and for tests. */
export { Chance } from './random.ts'
