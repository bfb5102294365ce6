/** Searching: the service that answers, the engine it asks, and the upkeep of the index. */
export { EnginePool } from './engine/pool.ts'
export { LocalEngine, type Asking, type Engine } from './engine/engine.ts'
export { SearchService, type Searcher } from './service.ts'
export { buildIndex, everyDocument, placeNodes } from './upkeep/documents.ts'
export { readSnapshot, snapshotFile, snapshotVersion, writeSnapshot, type Snapshot } from './upkeep/snapshot.ts'
export { canFollow, stampOf } from './upkeep/stamp.ts'
