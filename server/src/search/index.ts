/** Searching: keeps the index, asks it, and dresses its answer. */
export { SearchService } from './service.ts'
