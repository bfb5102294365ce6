/** Endpoints of what readers ask for beside holds. */
import type { Refusal } from '@catalex/core/holds'
import type { ReaderRequest } from '@catalex/contract/requests'
import type { Request } from 'express'
import { momentOf } from '../../circulation/index.ts'
import { borrowerOf } from '../../readers/index.ts'
import { Turns } from '../../turns.ts'
import type { Bind } from '../bind.ts'
import type { Context } from '../context.ts'
import { keyOf } from './holds.ts'
import { readerIdOf, readerOf } from '../sessions.ts'

export function bindRequests(bind: Bind, { database, libraries, search, clock, commands }: Context): void {
  const turns = new Turns('requests', { atOnce: 4, ofOne: 5, ofAll: 500 })
  const inTurn = (request: Request, command: (readerId: number) => Promise<ReaderRequest | Refusal>) => {
    const readerId = readerIdOf(request)
    return turns.take(String(readerId), () => command(readerId))
  }
  bind('requestOffers', async ({ request, query: wish, asking }) => {
    const borrower = borrowerOf(libraries, await readerOf(database, request))
    return search.ask('requestOffers', { borrower, wish, at: momentOf(clock.now()) }, asking)
  })
  bind('makeRequest', ({ request, body }) => {
    const key = keyOf(request)
    return inTurn(request, (readerId) => commands.makeRequest(readerId, body, key, momentOf(clock.now())))
  })
  bind('withdrawRequest', ({ request, path }) =>
    inTurn(request, (readerId) => commands.withdrawRequest(readerId, path.id, momentOf(clock.now()))),
  )
}
