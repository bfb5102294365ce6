/** Endpoints of holds. */
import type { Hold } from '@catalex/contract/holds'
import type { Refusal } from '@catalex/core/holds'
import type { Request } from 'express'
import { cancelHold, holdOptions, momentOf, placeHold } from '../circulation/index.ts'
import { holdById } from '../presenting/index.ts'
import type { Reader } from '../readers/index.ts'
import type { Bind } from './bind.ts'
import type { Context } from './context.ts'
import { HttpProblem } from './problems.ts'
import { mustBeReader, readerOf } from './sessions.ts'

export function bindHolds(bind: Bind, { database, libraries, search, clock }: Context): void {
  /** What is in now has changed before the reader is told. */
  const presented = async (reader: Reader, done: number | Refusal): Promise<Hold | Refusal> => {
    if (typeof done !== 'number') return done
    await search.catchUp()
    return (await holdById(database, reader, done)) ?? { code: 'no-such-hold' }
  }
  bind('holdOptions', async ({ request, query: { records, barcode = null } }) =>
    holdOptions(database, libraries, await readerOf(database, request), { records, barcode }, momentOf(clock.now())),
  )
  bind('placeHold', async ({ request, body: wish }) => {
    const reader = await mustBeReader(database, request)
    return presented(reader, await placeHold(database, libraries, { reader, wish, key: keyOf(request) }, momentOf(clock.now())))
  })
  bind('cancelHold', async ({ request, path }) => {
    const reader = await mustBeReader(database, request)
    return presented(reader, await cancelHold(database, libraries, reader, path.id, momentOf(clock.now())))
  })
}

const LONGEST_KEY = 200

function keyOf(request: Request): string | null {
  const key = request.get('idempotency-key') ?? null
  if (key !== null && key.length > LONGEST_KEY) throw new HttpProblem('key-too-long')
  return key
}
