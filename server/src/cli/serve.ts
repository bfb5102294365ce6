/** `catalex serve`: opens the database, builds the index, listens. */
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { randomBytes } from 'node:crypto'
import { spawn } from 'node:child_process'
import { createServer } from 'node:http'
import { fileURLToPath } from 'node:url'
import { dirname, join, resolve } from 'node:path'
import { claim, Database, migrate } from '../database/index.ts'
import { Libraries } from '../libraries/index.ts'
import { createApp } from '../http/index.ts'
import { EnginePool, SearchService, snapshotFile, snapshotVersion, type Snapshot } from '../search/index.ts'
import { usableSnapshot } from './indexing.ts'
import { machineClock, virtualClock } from '../standins/index.ts'

export interface ServeOptions {
  version: string
  data: string
  port: string
  host: string
  pages: string
  demo?: boolean
  threads: string
  clock?: string
}

export async function serve(options: ServeOptions): Promise<void> {
  if (!existsSync(options.data)) throw new Error(`There is no database ${options.data}: load one with "catalex load --world FOLDER".`)
  if ((await claim(`${options.data}.serve-lock`)) === null)
    throw new Error(`Another process serves ${options.data} already: stop it first, or serve another database with --data.`)
  const database = await Database.open(options.data)
  await migrate(database)
  const libraries = await Libraries.load(database)
  const zone = libraries.library.timeZone
  const clock = options.clock === undefined ? machineClock(zone) : virtualClock(zone, options.clock)
  const search = await openSearch(database, libraries, options, () => clock.now().toISODate() ?? '')
  const app = createApp({
    version: options.version,
    database,
    libraries,
    search,
    clock,
    sessionSecret: secretFor(options.data),
    pages: existsSync(options.pages) ? resolve(options.pages) : null,
    secure: process.env.CATALEX_HTTPS === '1',
    behindProxy: process.env.CATALEX_PROXY === '1',
    demo: options.demo ?? false,
    checkAnswers: process.env.NODE_ENV !== 'production',
    logLevel: process.env.LOG_LEVEL ?? 'warn',
  })
  await listen(createServer(app), options)
}

/** From the index in the file beside the database; where there is none that fits, one is built first. */
async function openSearch(database: Database, libraries: Libraries, options: ServeOptions, today: () => string): Promise<SearchService> {
  const started = performance.now()
  const found = await usableSnapshot(database, libraries, options.data)
  if (found === null) await buildApart(options.data)
  const snapshot = found ?? (await usableSnapshot(database, libraries, options.data)) ?? undefined
  const threads = Number(options.threads)
  const engine = threads > 0 ? new EnginePool(threads, options.data) : undefined
  const search = await SearchService.open({
    database,
    libraries,
    today,
    snapshot,
    engine,
    trouble: console.error,
    newBase: watchSnapshot(database, libraries, options.data),
  })
  console.log(`Index ${found === null ? 'built' : 'read'} in ${((performance.now() - started) / 1000).toFixed(1)} s.`)
  // Another process may load records into the same database.
  setInterval(() => {
    search.refresh().catch(console.error)
  }, LOOK_EVERY).unref()
  return search
}

const LOOK_EVERY = 2000

/** Finds an index that another process has built anew. */
function watchSnapshot(database: Database, libraries: Libraries, data: string): () => Promise<Snapshot | null> {
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

/** The key that signs session cookies: kept beside the database, so that a restart signs nobody out. */
function secretFor(data: string): string {
  const file = join(dirname(data), 'session-secret')
  mkdirSync(dirname(data), { recursive: true })
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 })
  return readFileSync(file, 'utf8')
}

function listen(server: ReturnType<typeof createServer>, { port, host }: ServeOptions): Promise<void> {
  return new Promise((done, fail) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      fail(
        error.code === 'EADDRINUSE'
          ? new Error(`Port ${port} is taken: stop what uses it, or choose another with PORT=4281 npm start.`)
          : error,
      )
    })
    server.listen(Number(port), host, () => {
      console.log(`Catalex is at http://localhost:${port}`)
      done()
    })
  })
}
