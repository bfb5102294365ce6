/** Searching: keeps the index, asks it, and dresses its answer. */
export { buildIndex, everyDocument } from './building.ts'
export { EnginePool } from './pool.ts'
export { SearchService, type Asker } from './service.ts'
export { readSnapshot, snapshotFile, writeSnapshot, type Snapshot } from './snapshot.ts'
export { canFollow, forgetChanges, stampOf } from './stamp.ts'
