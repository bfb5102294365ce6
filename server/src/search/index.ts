/** Searching: keeps the index, asks it, and dresses its answer. */
export { SearchService, type Asker } from './service.ts'
