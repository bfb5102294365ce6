/** What the handlers need, gathered once at start. */
import type { Logger } from 'pino'
import type { Clockwork } from '../backroom/index.ts'
import type { Bridge, Lending } from '../bridge/index.ts'
import type { Reading } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import type { ReaderSessions, SigningIn } from '../readers/index.ts'
import type { SearchService } from '../search/index.ts'
import type { Clock, MessageGateway } from '../standins/index.ts'
import type { Commands } from '../writing/index.ts'

export interface Context {
  version: string
  database: Reading
  commands: Commands
  /** What readers do with holds and loans. */
  lending: Lending
  /** To another system that lends; null where Catalex does. */
  bridge: Bridge | null
  sessions: ReaderSessions
  signingIn: SigningIn
  libraries: Libraries
  search: SearchService
  messages: MessageGateway
  clock: Clock
  /** By which sessions live, whatever day it is in the libraries. */
  machine: Clock
  sessionSecret: string
  /** By which readers reach it ("https://catalogue.example.org"), for links in mails; null for none. */
  publicAddress: string | null
  /** The built web application, null to serve the interface alone. */
  pages: string | null
  /** Served over HTTPS. */
  secure: boolean
  behindProxy: boolean
  demo: boolean
  /** Moves the clock of the demo; null in a real deployment. */
  clockwork: Clockwork | null
  /** Changes that wait to be made. */
  waitingChanges(): number
  /** Aborted when the server is about to end: whoever is told things as they happen is let go. */
  stopping: AbortSignal
  /** Metrics are shown to other machines, too. */
  openMetrics: boolean
  /** Answers are checked against the contract, in tests and development. */
  checkAnswers: boolean
  log: Logger
}
