/** Endpoints of a reader: signing in and out, the card. */
import type { SessionInfo } from '@catalex/contract/card'
import { countReady, momentOf } from '../circulation/index.ts'
import { cardOf } from '../presenting/index.ts'
import { sampleCards, signIn, type Reader } from '../readers/index.ts'
import type { Bind } from './bind.ts'
import type { Context } from './context.ts'
import { HttpProblem } from './problems.ts'
import { beginSession, COOKIE, endSession, mustBeReader, readerOf, throttleSignIn } from './sessions.ts'

export function bindReaders(bind: Bind, { database, libraries, clock, demo }: Context): void {
  const sessionInfo = async (reader: Reader | null, csrf: string | null): Promise<SessionInfo> => ({
    reader: reader && {
      name: reader.name,
      homeBranch: reader.homeBranch,
      category: reader.category,
      ready: await countReady(database, reader),
    },
    csrf,
    demo,
    now: momentOf(clock.now()).now,
  })
  bind('session', async ({ request }) => sessionInfo(await readerOf(database, request), request.session.csrf ?? null))
  bind(
    'signIn',
    async ({ request, body }) => {
      const reader = await signIn(database, body.card, body.pin)
      if (!reader) throw new HttpProblem('wrong-card-or-pin')
      return sessionInfo(reader, await beginSession(request, reader))
    },
    throttleSignIn(),
  )
  bind('signOut', async ({ request, response }) => {
    await endSession(request)
    response.clearCookie(COOKIE).set('Clear-Site-Data', '"cache", "storage"')
    return undefined
  })
  bind('sampleCards', () => {
    if (!demo) throw new HttpProblem('no-such-address')
    return sampleCards(database)
  })
  bind('card', async ({ request }) => cardOf(database, libraries, await mustBeReader(database, request), momentOf(clock.now())))
}
