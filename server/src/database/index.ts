/** The database: one SQLite file in WAL mode, a write queue of one, a few readers. */
export { Database, type Row, type Write } from './database.ts'
export { migrate } from './migrations.ts'
export { fillUnwatched } from './changes.ts'
