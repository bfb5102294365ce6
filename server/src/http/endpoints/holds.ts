/** Endpoints of holds, and of renewing what one has. */
import { isRefusal, type Refusal } from '@catalex/core/holds'
import type { Request } from 'express'
import { momentOf, type WaitingAsked } from '../../circulation/index.ts'
import { borrowerOf } from '../../readers/index.ts'
import type { Asking } from '../../search/index.ts'
import { Turns } from '../../turns.ts'
import type { Bind } from '../bind.ts'
import type { Context } from '../context.ts'
import { HttpProblem } from '../problems.ts'
import { readerIdOf, readerOf } from '../sessions.ts'

export function bindHolds(bind: Bind, { database, libraries, search, clock, lending, bridge }: Context): void {
  /** Readers take turns, so that nobody's many changes are before another's one. */
  const turns = new Turns('changes', { atOnce: 16, ofOne: 20, ofAll: 1000 })
  const inTurn = async <T extends object>(request: Request, command: (readerId: number) => Promise<T | Refusal>): Promise<T | Refusal> => {
    const readerId = readerIdOf(request)
    const done = await turns.take(String(readerId), () => command(readerId))
    // What is in now has changed before the reader is told.
    if (!isRefusal(done)) await search.catchUp()
    return done
  }
  bind('holdOptions', async ({ request, query, asking }) => {
    const reader = await readerOf(database, request)
    const options = await search.ask('holdOptions', { reader, wish: query, at: momentOf(clock.now()) }, asking)
    // Another system that lends chooses the copy, and recalls nothing for anybody.
    return bridge ? { ...options, pickups: options.pickups.map((option) => ({ ...option, suppliers: [], recall: null })) } : options
  })
  const waiting = async (request: Request, wish: WaitingAsked['wish'], asking: Asking) => {
    const reader = await readerOf(database, request)
    const asked = { readerId: reader?.id ?? null, borrower: borrowerOf(libraries, reader), wish, at: momentOf(clock.now()) }
    return search.ask('waiting', asked, asking)
  }
  bind('waiting', ({ request, query, asking }) => waiting(request, query, asking))
  bind('holdWaiting', ({ request, path, asking }) => {
    readerIdOf(request)
    return waiting(request, { hold: path.id }, asking)
  })
  bind('placeHold', ({ request, body: wish }) => {
    const key = keyOf(request)
    return inTurn(request, (readerId) => lending.placeHold(readerId, wish, key, momentOf(clock.now())))
  })
  bind('renewLoan', ({ request, path }) => inTurn(request, (readerId) => lending.renewLoan(readerId, path.barcode, momentOf(clock.now()))))
  bind('changeHold', ({ request, path, body }) =>
    inTurn(request, (readerId) => lending.changeHold(readerId, path.id, body, momentOf(clock.now()))),
  )
  bind('restoreHold', ({ request, path }) => inTurn(request, (readerId) => lending.restoreHold(readerId, path.id, momentOf(clock.now()))))
  bind('cancelHold', ({ request, path }) => inTurn(request, (readerId) => lending.cancelHold(readerId, path.id, momentOf(clock.now()))))
}

const LONGEST_KEY = 200

/** By which a repeat is known. */
export function keyOf(request: Request): string | null {
  const key = request.get('idempotency-key') ?? null
  if (key !== null && key.length > LONGEST_KEY) throw new HttpProblem('key-too-long')
  return key
}
