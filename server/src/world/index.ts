/** A library's world: its own files, read and checked before anything is taken from them. */
export { faultsIn, readWorldFiles } from './checking.ts'
export { faultLine, readStatusList, readWorld, type WorldFiles } from './files.ts'
