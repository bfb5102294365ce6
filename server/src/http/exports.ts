/** Titles as files to take along: those that are named, or all that a search finds. */
import { searchQuerySchema, type SearchQuery } from '@catalex/contract/search'
import { checkedQuery } from '@catalex/contract/schema'
import { exportQuerySchema, MOST_EXPORTED, type ExportQuery } from '@catalex/contract/citing'
import { Cancelled } from '@catalex/core/search'
import type { Express, NextFunction, Request, Response } from 'express'
import { once } from 'node:events'
import { recordIdsOf } from '../catalogue/index.ts'
import { momentOf } from '../circulation/index.ts'
import { EXPORT_FORMS, isExportForm, writeExport } from '../citing/index.ts'
import { borrowerOf } from '../readers/index.ts'
import { Turns } from '../turns.ts'
import { addressOf } from './bind.ts'
import type { Context } from './context.ts'
import { HttpProblem } from './problems.ts'

/** From the first record to the last, milliseconds. */
const LONGEST_MS = 60_000

export function serveExports(app: Express, context: Context): void {
  const { database, libraries, search, clock } = context
  /** A file is long work; whoever reads it slowly keeps others waiting no longer than a minute. */
  const turns = new Turns('exports', { atOnce: 2, ofOne: 2, ofAll: 50 })

  const namedIds = async (titles: readonly string[]): Promise<number[]> => {
    const ids = await recordIdsOf(database, titles)
    return titles.flatMap((number) => ids.get(number) ?? [])
  }
  const foundIds = (query: SearchQuery, request: Request, signal: AbortSignal): Promise<number[]> => {
    const searcher = { borrower: borrowerOf(libraries, null), at: query.at ?? libraries.pickupOf(null), today: momentOf(clock.now()).today }
    return search.recordsFound(query, searcher, MOST_EXPORTED, { signal, client: addressOf(request) })
  }

  app.get('/export.:form', (request: Request, response: Response, next: NextFunction) => {
    const leaving = new AbortController()
    const signal = AbortSignal.any([leaving.signal, AbortSignal.timeout(LONGEST_MS)])
    response.on('close', () => {
      if (!response.writableFinished) leaving.abort()
    })
    const send = async () => {
      const form = String(request.params.form)
      if (!isExportForm(form)) throw new HttpProblem('no-such-address')
      const query = { ...request.query }
      const recordIds =
        'titles' in query
          ? await namedIds(checkedQuery<ExportQuery>(exportQuerySchema, query).titles)
          : await foundIds(checkedQuery<SearchQuery>(searchQuerySchema, query), request, signal)
      response.set('Cache-Control', 'no-store').attachment(`titles.${form}`).type(EXPORT_FORMS[form])
      const exporting = { source: database, libraries, recordIds, minute: momentOf(clock.now()).minute }
      for await (const part of writeExport(form, exporting)) {
        if (!response.write(part)) await Promise.race([once(response, 'drain'), once(signal, 'abort')])
        if (signal.aborted) {
          response.destroy()
          return
        }
      }
      response.end()
    }
    turns.take(addressOf(request), send).catch((error: unknown) => {
      if (error instanceof Cancelled) response.destroy()
      else next(error)
    })
  })
}
