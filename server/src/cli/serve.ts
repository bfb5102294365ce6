/** `catalex serve`: opens the database, builds the index, listens. */
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { randomBytes } from 'node:crypto'
import { createServer } from 'node:http'
import { dirname, join, resolve } from 'node:path'
import { Libraries } from '../branches/index.ts'
import { Database, migrate } from '../database/index.ts'
import { createApp } from '../http/index.ts'
import { SearchService } from '../search/index.ts'
import { machineClock, setClock } from '../standins/index.ts'

export interface ServeOptions {
  version: string
  data: string
  port: string
  host: string
  pages: string
  demo?: boolean
  clock?: string
}

export async function serve(options: ServeOptions): Promise<void> {
  if (!existsSync(options.data)) throw new Error(`There is no database ${options.data}: load one with "catalex load --world FOLDER".`)
  const database = await Database.open(options.data)
  await migrate(database)
  const libraries = await Libraries.load(database)
  const zone = libraries.file.timeZone
  const clock = options.clock === undefined ? machineClock(zone) : setClock(zone, options.clock)
  const started = Date.now()
  const search = await SearchService.build(database, libraries, clock.now().toISODate() ?? '')
  console.log(`Index built in ${((Date.now() - started) / 1000).toFixed(1)} s.`)
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
