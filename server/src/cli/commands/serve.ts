/** `catalex serve`: opens the database and the index, listens, and on a signal ends what has begun before it goes. */
import { existsSync } from 'node:fs'
import { createServer, type Server, type ServerResponse } from 'node:http'
import { Server as NetServer } from 'node:net'
import { resolve } from 'node:path'
import { pino, type Logger } from 'pino'
import { DateTime } from 'luxon'
import { Clockwork, livedUntil } from '../../backroom/index.ts'
import { Bridge } from '../../bridge/index.ts'
import { momentOf, noteWhoLends } from '../../circulation/index.ts'
import { claim, Database, migrate, ReadingPool, type Reading } from '../../database/index.ts'
import { answerClientError, createApp } from '../../http/index.ts'
import { restateRecords } from '../../catalogue/index.ts'
import { Libraries } from '../../libraries/index.ts'
import { ReaderSessions, SigningIn } from '../../readers/index.ts'
import type { SearchService } from '../../search/index.ts'
import { machineClock, virtualClock, type Clock, type VirtualClock } from '../../standins/index.ts'
import { CommandThread } from '../../writing/index.ts'
import { deskFrom, isLentElsewhere } from '../lendingSettings.ts'
import { openSearch } from '../searching.ts'
import { secretFor } from './secret.ts'

export interface ServeOptions {
  version: string
  data: string
  port: string
  host: string
  pages: string
  demo?: boolean
  still?: boolean
  threads: string
  clock?: string
}

export async function serve(options: ServeOptions): Promise<void> {
  const port = numberFrom(options.port, '--port', 0, 65_535)
  const threads = numberFrom(options.threads, '--threads', 0, 64)
  if (!existsSync(options.data)) throw new Error(`There is no database ${options.data}: load one with "catalex load --world FOLDER".`)
  const release = await claim(`${options.data}.serve-lock`)
  if (release === null)
    throw new Error(`Another process serves ${options.data} already: stop it first, or serve another database with --data.`)
  const secret = secretFor(options.data)
  await bringUpToDate(options.data)
  const database = await ReadingPool.open(options.data, CONNECTIONS)
  const libraries = await Libraries.load(database)
  const zone = libraries.library.timeZone
  const movable = options.demo ? await demoClock(options, database, zone) : null
  const clock = movable ?? (options.clock === undefined ? machineClock(zone) : virtualClock(zone, options.clock))
  const machine = machineClock('utc')
  const search = await openSearch({ database, libraries, data: options.data, threads, today: () => clock.now().toISODate() ?? '' })
  const log = pino({ level: process.env.LOG_LEVEL ?? 'warn', serializers: { err: withoutValues } })
  const thread = new CommandThread(options.data)
  const sessions = new ReaderSessions(database, thread.commands, () => machine.now().toMillis())
  const trouble = (error: unknown) => {
    log.error(error)
  }
  const clockwork = movable && new Clockwork(movable, { live: thread.commands.live, caughtUp: () => search.catchUp(), trouble }) // prettier-ignore
  const desk = deskFrom(process.env, clock, zone)
  if (desk && options.demo) throw new Error('The demo lends by itself: leave out --demo, or CATALEX_DESK.')
  const bridge = desk && new Bridge({ desk, database, commands: thread.commands, clock, trouble })
  const stopping = new AbortController()
  const app = createApp({
    version: options.version,
    database,
    commands: thread.commands,
    lending: bridge?.lending ?? thread.commands,
    bridge,
    sessions,
    signingIn: new SigningIn(database, thread.commands, () => libraries.cards, bridge?.isRight),
    libraries,
    search,
    messages: {
      send: (message, at) => thread.commands.keepMessage(message, at),
      mailTitles: async (mail, at) => {
        await thread.commands.keepMailedTitles(mail, at)
      },
    },
    clock,
    machine,
    sessionSecret: secret,
    publicAddress: publicAddress() ?? (options.demo ? `http://localhost:${String(port)}` : null),
    pages: existsSync(options.pages) ? resolve(options.pages) : null,
    secure: process.env.CATALEX_HTTPS === '1',
    behindProxy: process.env.CATALEX_PROXY === '1',
    demo: options.demo ?? false,
    clockwork,
    stopping: stopping.signal,
    waitingChanges: () => thread.waiting,
    openMetrics: process.env.CATALEX_METRICS === 'open',
    checkAnswers: process.env.NODE_ENV !== 'production',
    log,
  })
  const server = createServer(LIMITS, app).on('clientError', answerClientError)
  const stopUpkeep = keepUp({ search, thread, sessions, clock, machine, bridge, log })
  await listen(server, port, options.host)
  if (!options.still) clockwork?.start()
  onSignal(async () => {
    stopping.abort()
    await closed(server)
    stopUpkeep()
    bridge?.close()
    await clockwork?.stop()
    await sessions.flush()
    await thread.close()
    await search.close()
    await database.close()
    await release()
  })
}

/** The demo's clock begins at the time of the machine, or where its world has got to if that is later. */
async function demoClock({ clock }: ServeOptions, database: Reading, zone: string): Promise<VirtualClock> {
  const start = clock ?? machineClock(zone).now().toISO() ?? ''
  const lived = await livedUntil(database)
  return virtualClock(zone, lived !== null && DateTime.fromISO(lived) > DateTime.fromISO(start, { zone }) ? lived : start)
}

/** What a request says of its host anybody can make up: links that are sent to others come from the setting alone. */
function publicAddress(): string | null {
  const said = process.env.CATALEX_ORIGIN
  if (said === undefined || said === '') return null
  if (!URL.canParse(said) || !/^https?:$/.test(new URL(said).protocol))
    throw new Error(`CATALEX_ORIGIN has to be an address such as https://catalogue.example.org, not "${said}".`)
  return new URL(said).origin
}

/** What a client may take its time over. */
const LIMITS = { headersTimeout: 10_000, requestTimeout: 20_000, keepAliveTimeout: 10_000, connectionsCheckingInterval: 2000 }

/** Of the thread that serves; those that search have their own. */
const CONNECTIONS = 3

function numberFrom(text: string, option: string, least: number, most: number): number {
  const number = /^\d{1,5}$/.test(text) ? Number(text) : NaN
  if (!(number >= least && number <= most))
    throw new Error(`${option} has to be a whole number from ${String(least)} to ${String(most)}, not "${text}".`)
  return number
}

async function bringUpToDate(data: string): Promise<void> {
  const database = await Database.open(data, 1)
  try {
    await migrate(database)
    await database.write((write) => noteWhoLends(write, isLentElsewhere(process.env)))
    const restated = await restateRecords(database, () => Libraries.load(database))
    if (restated > 0) console.log(`${String(restated)} records of an earlier version were read anew.`)
  } finally {
    await database.close()
  }
}

/** Statements that failed hold what readers look for: only what went wrong is logged. */
const withoutValues = ({ name, message, stack }: Error) => ({ type: name, message, stack })

interface Upkeep {
  search: SearchService
  thread: CommandThread
  sessions: ReaderSessions
  clock: Clock
  machine: Clock
  bridge: Bridge | null
  log: Logger
}

/** What is done time and again: following other processes, writing down who was there, purging, letting paused holds go on. */
function keepUp({ search, thread: { commands }, sessions, clock, machine, bridge, log }: Upkeep): () => void {
  const purge = async (): Promise<void> => {
    while (await commands.purge(momentOf(clock.now()), machine.now().toMillis())) await new Promise((later) => setTimeout(later, 100))
  }
  const every = (ms: number, task: () => Promise<unknown>) => {
    const run = () => {
      task().catch((error: unknown) => {
        log.error(error)
      })
    }
    run()
    return setInterval(run, ms).unref()
  }
  const timers = [
    every(2000, async () => {
      await search.refresh()
      await commands.refreshLibraries()
    }),
    every(60_000, () => sessions.flush()),
    every(3_600_000, purge),
    // Where another system lends, days are its business.
    bridge ? every(30_000, () => bridge.settleAll()) : every(600_000, () => commands.followDays(momentOf(clock.now()))),
  ]
  return () => {
    timers.forEach(clearInterval)
  }
}

function listen(server: Server, port: number, host: string): Promise<void> {
  return new Promise((done, fail) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      fail(
        error.code === 'EADDRINUSE'
          ? new Error(`Port ${String(port)} is taken: stop what uses it, or choose another with PORT=4281 npm start.`)
          : error,
      )
    })
    server.listen(port, host, () => {
      console.log(`Catalex is at http://localhost:${String(port)}`)
      done()
    })
  })
}

/** Longer than this nobody is waited for. */
const LONGEST_END = 10_000

/** How long whoever is at the door is let in yet, and how long a connection then may take to say what it wants. */
const GRACE = 250
const SWEEP = 1000

/** Nobody new is let in; what has begun, or is on its way in, is answered. */
function closed(server: Server): Promise<void> {
  const hurry = setTimeout(() => {
    server.closeAllConnections()
  }, LONGEST_END)
  const sweep = setInterval(() => {
    server.closeIdleConnections()
  }, SWEEP)
  // Whoever is answered now has no use for the connection any more.
  server.prependListener('request', (_request, response: ServerResponse) => {
    response.setHeader('Connection', 'close')
  })
  return new Promise((done) => {
    setTimeout(() => {
      // That of HTTP would cut off at once whoever has connected and not yet been heard.
      NetServer.prototype.close.call(server, () => {
        clearTimeout(hurry)
        clearInterval(sweep)
        done()
      })
    }, GRACE)
  })
}

function onSignal(end: () => Promise<void>): void {
  let ending = false
  const stop = () => {
    if (ending) process.exit(1)
    ending = true
    end().then(
      () => process.exit(0),
      (error: unknown) => {
        console.error(error)
        process.exit(1)
      },
    )
  }
  process.on('SIGTERM', stop)
  process.on('SIGINT', stop)
}
