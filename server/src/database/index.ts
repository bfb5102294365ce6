/** The database: one SQLite file in WAL mode, a write queue of one, a few readers. */
export { claim } from './claim.ts'
export { changesAfter, copiesChangedAfter, firstChange, forgetChanges, lastChange, withoutTriggers, type Change } from './changes.ts'
export { storageFault, type StorageFault } from './faults.ts'
export { Database, Op, type Write } from './database.ts'
export { ReadingPool, type Queryable, type Reading } from './reading.ts'
export { migrate } from './migrations.ts'
export { fileFaults } from './soundness.ts'
export { table } from './table.ts'
