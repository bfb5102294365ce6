/** A catalogue for a test: a small demo world in a real database file, served over real HTTP. */
import { mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pino } from 'pino'
import type { ReaderRow } from '@catalex/contract/files'
import { Clockwork } from '../src/backroom/index.ts'
import type { Bridge } from '../src/bridge/index.ts'
import { Database } from '../src/database/index.ts'
import { createApp } from '../src/http/index.ts'
import { Libraries } from '../src/libraries/index.ts'
import { ReaderSessions, SigningIn } from '../src/readers/index.ts'
import { SearchService } from '../src/search/index.ts'
import { virtualClock, type VirtualClock } from '../src/standins/index.ts'
import { commandsOn, type Commands } from '../src/writing/index.ts'
import { copyPreparedWorld, DAY } from './preparedWorlds.ts'

export { DAY }

export const fail = (error: unknown): never => {
  throw error
}

export interface Catalogue {
  address: string
  database: Database
  folder: string
  libraries: Libraries
  search: SearchService
  commands: Commands
  clockwork: Clockwork
  sessions: ReaderSessions
  /** The machine's clock, by which sessions live. */
  machine: VirtualClock
  data: string
  /** Folder of the world's files. */
  world: string
  close(): Promise<void>
}

/** With the PIN 1234, whom nothing keeps from borrowing. */
export const sampleReader = (card: string, category = 'adult'): Partial<ReaderRow> => ({
  card,
  pin: '1234',
  name: `Reader ${card}`,
  category,
  homeBranch: 'ferrygate',
  expires: '2030-01-01',
  owed: '0',
})

/** @param change changes the files of the world before they are loaded */
export async function startCatalogue(
  titles: number,
  change: (world: string) => void = () => undefined,
  bridgeOf: ((catalogue: Pick<Catalogue, 'database' | 'commands'> & { clock: VirtualClock }) => Promise<Bridge>) | null = null,
): Promise<Catalogue> {
  const folder = mkdtempSync(join(tmpdir(), 'catalex-'))
  const { world, data } = await copyPreparedWorld(folder, titles, change)
  const database = await Database.open(data)
  const libraries = await Libraries.load(database)
  const clock = virtualClock(libraries.library.timeZone, `${DAY}T11:20`)
  const search = await SearchService.open({ database, libraries, today: () => DAY, trouble: fail })
  const machine = virtualClock('utc', `${DAY}T11:20`)
  const commands = commandsOn(database, libraries)
  const sessions = new ReaderSessions(database, commands, () => machine.now().toMillis())
  const clockwork = new Clockwork(clock, { live: commands.live, caughtUp: () => search.catchUp(), trouble: fail })
  const bridge = bridgeOf && (await bridgeOf({ database, commands, clock }))
  const stopping = new AbortController()
  const app = createApp({
    version: 'test',
    database,
    commands,
    lending: bridge?.lending ?? commands,
    bridge,
    sessions,
    signingIn: new SigningIn(database, commands, () => libraries.cards, bridge?.isRight),
    machine,
    libraries,
    search,
    messages: {
      send: (message, at) => commands.keepMessage(message, at),
      mailTitles: async (mail, at) => {
        await commands.keepMailedTitles(mail, at)
      },
    },
    clock,
    sessionSecret: 'test',
    publicAddress: 'https://catalogue.example.org',
    pages: null,
    secure: false,
    behindProxy: false,
    demo: true,
    clockwork,
    stopping: stopping.signal,
    waitingChanges: () => 0,
    openMetrics: false,
    checkAnswers: true,
    log: pino({ level: 'silent' }),
  })
  const server = createServer(app)
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  const { port } = server.address() as AddressInfo
  return {
    address: `http://127.0.0.1:${String(port)}`,
    database,
    folder,
    libraries,
    search,
    commands,
    clockwork,
    sessions,
    machine,
    data,
    world,
    close: async () => {
      await clockwork.stop()
      server.closeAllConnections()
      await new Promise((done) => server.close(done))
      await database.close()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

export interface OneCopy {
  controlNumber: string
  barcode: string
}

/** Books at Northmole with one copy that stands on its shelf, that may be sent anywhere and that nobody has asked for. */
export const booksOfOneCopy = ({ database }: Catalogue, most = 1): Promise<OneCopy[]> =>
  database.read<OneCopy>(
    `SELECT controlNumber, barcode FROM copies JOIN records ON records.id = recordId WHERE carrier = 'book' AND system = 'pslib' AND branch = 'northmole'
       AND useRule IS NULL AND collection IN ('fiction', 'nonfic') AND copies.status = 'on shelf' AND barcode NOT IN (SELECT barcode FROM loans)
       AND recordId IN (SELECT recordId FROM copies GROUP BY recordId HAVING count(*) = 1) AND controlNumber NOT IN (SELECT controlNumber FROM holdTargets)
     ORDER BY barcode LIMIT $most`,
    { most },
  )

export interface Answer<T> {
  status: number
  body: T
}

/** Somebody with a browser of their own: keeps the cookie and the token. */
export class Visitor {
  private csrf = ''

  constructor(
    private readonly address: string,
    private cookie = '',
  ) {}

  async get<T>(path: string): Promise<Answer<T>> {
    return this.ask<T>('GET', path)
  }

  async ask<T>(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Answer<T>> {
    const response = await fetch(this.address + path, {
      method,
      headers: {
        ...(this.cookie ? { cookie: this.cookie } : {}),
        ...(this.csrf ? { 'x-csrf-token': this.csrf } : {}),
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    })
    const set = response.headers.get('set-cookie')
    if (set) this.cookie = set.split(';')[0] ?? ''
    const text = await response.text()
    return { status: response.status, body: (text === '' ? null : JSON.parse(text)) as T }
  }

  async signIn(card: string, pin: string): Promise<Answer<{ csrf: string }>> {
    const answer = await this.ask<{ csrf: string }>('POST', '/api/session', { card, pin })
    if (answer.status === 200) this.csrf = answer.body.csrf
    return answer
  }
}
