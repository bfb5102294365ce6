/** What the handlers need, gathered once at start. */
import type { Database } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import type { SearchService } from '../search/index.ts'
import type { Clock } from '../standins/index.ts'

export interface Context {
  version: string
  database: Database
  libraries: Libraries
  search: SearchService
  clock: Clock
  sessionSecret: string
  /** The built web application, null to serve the interface alone. */
  pages: string | null
  /** Served over HTTPS. */
  secure: boolean
  behindProxy: boolean
  demo: boolean
  /** Answers are checked against the contract, in tests and development. */
  checkAnswers: boolean
  logLevel: string
}
