/** What changes of a title while somebody looks at it: a line whenever a copy of it comes, goes or changes (server-sent events). */
import type { Express, NextFunction, Request, Response } from 'express'
import { recordIdOf } from '../catalogue/index.ts'
import { Overloaded } from '../overloaded.ts'
import { addressOf } from './bind.ts'
import type { Context } from './context.ts'
import { Occupancy } from './occupancy.ts'
import { HttpProblem } from './problems.ts'

/** Pages that are told at once, of one client and of all. */
export const MOST_OF_ONE = 12
const MOST_OF_ALL = 2000
/** So often a silent line says that it is still there, for whatever stands between. */
const ALIVE_MS = 25_000
/** After so long a page asks again where its line broke. */
const RETRY_MS = 15_000

/** Octets that wait for somebody who reads nothing. */
const MOST_WAITING = 10_000

function tell(response: Response, line: string): void {
  if (response.writableLength > MOST_WAITING) response.destroy()
  else response.write(line)
}

interface Watcher {
  recordIds: ReadonlySet<number>
  response: Response
}

export function serveEvents(app: Express, { database, search, stopping }: Pick<Context, 'database' | 'search' | 'stopping'>): void {
  const watchers = new Set<Watcher>()
  const pages = new Occupancy({ ofOne: MOST_OF_ONE, ofAll: MOST_OF_ALL })
  search.onMoved((moved) => {
    for (const { recordIds, response } of watchers)
      if ([...recordIds].some((id) => moved.has(id))) tell(response, 'event: copies\ndata:\n\n')
  })
  setInterval(() => {
    for (const { response } of watchers) tell(response, ':\n\n')
  }, ALIVE_MS).unref()
  stopping.addEventListener('abort', () => {
    for (const { response } of watchers) response.end()
  })

  const watch = async (controlNumber: string, response: Response) => {
    const recordId = await recordIdOf(database, controlNumber)
    if (recordId === null) throw new HttpProblem('no-such-title')
    // Whoever has left meanwhile is told nothing any more, and their leaving is over.
    if (response.closed || response.destroyed) return
    const watcher = { recordIds: new Set([recordId, ...search.worksOf(recordId)]), response }
    watchers.add(watcher)
    response.on('close', () => watchers.delete(watcher))
    response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store, no-transform', 'X-Accel-Buffering': 'no' })
    response.write(`retry: ${String(RETRY_MS)}\n\n`)
  }

  app.get('/events/:controlNumber', (request: Request, response: Response, next: NextFunction) => {
    const client = addressOf(request)
    if (stopping.aborted || !pages.enter(client)) throw new Overloaded('watchers')
    // Before anything is waited for: who leaves in the meantime gives the place back, too.
    response.on('close', () => {
      pages.leave(client)
    })
    watch(String(request.params.controlNumber), response).catch(next)
  })
}
