/** Commands that other rooms run too. */
export { load } from './load.ts'
