/** The search of a server that starts: from the index in the file beside the database, or one that is built first. */
import { spawn } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import type { Reading } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { EnginePool, SearchService, snapshotFile, snapshotVersion, type Snapshot } from '../search/index.ts'
import { usableSnapshot } from './commands/indexing.ts'

export interface Searching {
  database: Reading
  libraries: Libraries
  /** File of the database. */
  data: string
  threads: number
  today(): string
}

export async function openSearch({ database, libraries, data, threads, today }: Searching): Promise<SearchService> {
  const started = performance.now()
  const found = await usableSnapshot(database, libraries, data)
  if (found === null) await buildApart(data)
  const snapshot = found ?? (await usableSnapshot(database, libraries, data)) ?? undefined
  const search = await SearchService.open({
    database,
    libraries,
    today,
    snapshot,
    engine: threads > 0 ? new EnginePool(threads, data) : undefined,
    trouble: console.error,
    newBase: watchSnapshot(database, libraries, data),
  })
  console.log(`Index ${found === null ? 'built' : 'read'} in ${((performance.now() - started) / 1000).toFixed(1)} s.`)
  return search
}

/** Finds an index that another process has built anew. */
function watchSnapshot(database: Reading, libraries: Libraries, data: string): () => Promise<Snapshot | null> {
  let seen = snapshotVersion(snapshotFile(data))
  return async () => {
    const version = snapshotVersion(snapshotFile(data))
    if (version === seen) return null
    seen = version
    return usableSnapshot(database, libraries, data)
  }
}

/** In a process of its own, whose memory goes with it. */
function buildApart(data: string): Promise<void> {
  console.log('Building the search index.')
  return new Promise((done, fail) => {
    const child = spawn(process.execPath, [fileURLToPath(new URL('./catalex.js', import.meta.url)), 'index', '--data', data], {
      stdio: 'inherit',
    })
    child.once('error', fail)
    child.once('exit', (code) => {
      if (code === 0) done()
      else fail(new Error('The search index could not be built.'))
    })
  })
}
