/** Titles as files to take along: those that are named, or all that a search finds. */
import { searchQuerySchema, type SearchQuery } from '@catalex/contract/search'
import { checkedQuery } from '@catalex/contract/schema'
import { exportQuerySchema, MOST_EXPORTED, type ExportQuery } from '@catalex/contract/citing'
import { Cancelled } from '@catalex/core/search'
import type { Express, NextFunction, Request, Response } from 'express'
import { once } from 'node:events'
import { recordIdsOf } from '../../catalogue/index.ts'
import { momentOf } from '../../circulation/index.ts'
import { EXPORT_FORMS, isExportForm, writeExport } from '../../citing/index.ts'
import { Overloaded } from '../../overloaded.ts'
import { borrowerOf } from '../../readers/index.ts'
import { Turns } from '../../turns.ts'
import { addressOf } from '../bind.ts'
import type { Context } from '../context.ts'
import { Occupancy } from '../occupancy.ts'
import { HttpProblem } from '../problems.ts'

const LONGEST_MS = 60_000

/** Files of one client and of all that are on their way at once. */
const MOST_OF_ONE = 3
const MOST_OF_ALL = 100

/** So few titles that their file is there at once: files of everything don't keep it waiting. */
const MAX_SHORT = 25

/** Of one kind: those on their way, and their turns. */
class Lane {
  readonly underWay = new Occupancy({ ofOne: MOST_OF_ONE, ofAll: MOST_OF_ALL })
  /** Each part of a file is a turn of its own: whoever reads slowly keeps nobody waiting. */
  readonly turns = new Turns('exports', { atOnce: 2, ofOne: MOST_OF_ONE, ofAll: MOST_OF_ALL })
}

interface Sending {
  request: Request
  response: Response
  lane: Lane
  client: string
  signal: AbortSignal
}

/** What an export needs of the application. */
type ExportContext = Pick<Context, 'database' | 'libraries' | 'search' | 'clock'>

/** @param longestMs milliseconds from the first record to the last */
export function serveExports(app: Express, context: ExportContext, longestMs = LONGEST_MS): void {
  const { database, libraries, search, clock } = context
  const lanes = { short: new Lane(), long: new Lane() }

  const namedIds = async (titles: readonly string[]): Promise<number[]> => {
    const ids = await recordIdsOf(database, titles)
    return titles.flatMap((number) => ids.get(number) ?? [])
  }
  const foundIds = (query: SearchQuery, client: string, signal: AbortSignal): Promise<number[]> => {
    const searcher = { borrower: borrowerOf(libraries, null), at: query.at ?? libraries.pickups.usualOf(null), ...momentOf(clock.now()) }
    return search.recordsFound(query, searcher, MOST_EXPORTED, { signal, client })
  }

  const send = async ({ request, response, lane, client, signal }: Sending): Promise<void> => {
    const form = String(request.params.form)
    if (!isExportForm(form)) throw new HttpProblem('no-such-address')
    const query = { ...request.query }
    const recordIds =
      'titles' in query
        ? await namedIds(checkedQuery<ExportQuery>(exportQuerySchema, query).titles)
        : await foundIds(checkedQuery<SearchQuery>(searchQuerySchema, query), client, signal)
    response.set('Cache-Control', 'no-store').attachment(`titles.${form}`).type(EXPORT_FORMS[form])
    const parts = writeExport(form, { source: database, libraries, recordIds, minute: momentOf(clock.now()).minute })
    const next = () => lane.turns.take(client, () => parts.next())
    for (let part = await next(); !part.done; part = await next()) {
      if (!response.write(part.value)) await drained(response, signal)
      if (signal.aborted) throw new Cancelled()
    }
    response.end()
  }

  app.get('/export.:form', (request: Request, response: Response, next: NextFunction) => {
    const client = addressOf(request)
    const { titles } = request.query
    const lane = titles !== undefined && [titles].flat().length <= MAX_SHORT ? lanes.short : lanes.long
    if (!lane.underWay.enter(client)) throw new Overloaded('exports')
    const leaving = new AbortController()
    const leave = () => {
      leaving.abort()
    }
    // A timer that is held: a signal that times out by itself can be collected before it does (AbortSignal.timeout inside of AbortSignal.any).
    const timer = setTimeout(leave, longestMs)
    response.on('close', () => {
      clearTimeout(timer)
      if (!response.writableFinished) leave()
      lane.underWay.leave(client)
    })
    send({ request, response, lane, client, signal: leaving.signal }).catch((error: unknown) => {
      if (error instanceof Cancelled || response.headersSent) response.destroy()
      else next(error)
    })
  })
}

/** Leaves no listener behind. @throws Cancelled where nobody waits any more */
async function drained(response: Response, signal: AbortSignal): Promise<void> {
  try {
    await once(response, 'drain', { signal })
  } catch (error) {
    throw signal.aborted ? new Cancelled() : error
  }
}
