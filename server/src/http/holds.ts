/** Endpoints of holds. */
import type { Hold } from '@catalex/contract/holds'
import { isRefusal, type Refusal } from '@catalex/core/holds'
import type { Request } from 'express'
import { momentOf } from '../circulation/index.ts'
import type { Bind } from './bind.ts'
import type { Context } from './context.ts'
import { HttpProblem } from './problems.ts'
import { readerIdOf, readerOf } from './sessions.ts'

export function bindHolds(bind: Bind, { database, search, clock, commands }: Context): void {
  /** What is in now has changed before the reader is told. */
  const caughtUp = async (done: Hold | Refusal): Promise<Hold | Refusal> => {
    if (!isRefusal(done)) await search.catchUp()
    return done
  }
  bind('holdOptions', async ({ request, query, asking }) =>
    search.holdOptions(await readerOf(database, request), query, momentOf(clock.now()), asking),
  )
  bind('placeHold', async ({ request, body: wish }) =>
    caughtUp(await commands.placeHold(readerIdOf(request), wish, keyOf(request), momentOf(clock.now()))),
  )
  bind('cancelHold', async ({ request, path }) => caughtUp(await commands.cancelHold(readerIdOf(request), path.id, momentOf(clock.now()))))
}

const LONGEST_KEY = 200

function keyOf(request: Request): string | null {
  const key = request.get('idempotency-key') ?? null
  if (key !== null && key.length > LONGEST_KEY) throw new HttpProblem('key-too-long')
  return key
}
