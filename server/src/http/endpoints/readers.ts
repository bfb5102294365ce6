/** Endpoints of a reader: signing in and out, the card. */
import type { SessionInfo } from '@catalex/contract/card'
import { cardNumber } from '@catalex/core/card'
import { isRefusal } from '@catalex/core/holds'
import type { Request } from 'express'
import { countReady, momentOf, pastLoansOf } from '../../circulation/index.ts'
import { cardOf } from '../../presenting/index.ts'
import { newFeedSecret, sampleCards, type Reader } from '../../readers/index.ts'
import { countReadyRequests } from '../../requests/index.ts'
import { addressOf, type Bind } from '../bind.ts'
import { calendarPath } from '../documents/cardFiles.ts'
import type { Context } from '../context.ts'
import { limited } from './messages.ts'
import { HttpProblem } from '../problems.ts'
import { beginSession, endSession, leaveNothingBehind, mustBeReader, readerIdOf, readerOf, slowSignIn } from '../sessions.ts'

/** PINs are those of the system that lends. */
const KEPT_ELSEWHERE = { code: 'desk-only' } as const

export function bindReaders(bind: Bind, context: Context): void {
  const { database, libraries, commands, clock, machine, sessions, signingIn, demo, bridge, log } = context
  const sessionInfo = async (reader: Reader | null, { session }: Request): Promise<SessionInfo> => ({
    reader: reader && {
      name: reader.name,
      homeBranch: reader.homeBranch,
      category: reader.category,
      ready: (await countReady(database, reader)) + (await countReadyRequests(database, reader)),
    },
    csrf: reader ? (session.csrf ?? null) : null,
    idle: reader && session.idle ? session.idle / 1000 : null,
    demo,
    now: momentOf(clock.now()).now,
  })
  bind('session', async ({ request }) => sessionInfo(await readerOf(database, request), request))
  bind(
    'signIn',
    async ({ request, body }) => {
      const { card, pin, visit = 'usual' } = body
      const reader = await signingIn.with({ card, pin, client: addressOf(request), now: machine.now().toMillis() })
      if (typeof reader === 'number') throw new HttpProblem('too-many-tries', { minutes: Math.ceil(reader / 60_000) })
      if (reader === null) throw new HttpProblem('wrong-card-or-pin')
      await beginSession(request, reader, libraries.idleMs(visit), visit === 'stay')
      return sessionInfo(reader, request)
    },
    [slowSignIn()],
  )
  bind('signOut', async ({ request, response }) => {
    leaveNothingBehind(response)
    // The session is over in this process; the database is told again until it has taken it in.
    await endSession(request).catch((error: unknown) => {
      log.error(error)
    })
    return undefined
  })
  bind('signOutEverywhere', async ({ request, response }) => {
    await sessions.endAllOf(readerIdOf(request))
    leaveNothingBehind(response)
    return undefined
  })
  bind('sampleCards', () => {
    if (!demo) throw new HttpProblem('no-such-address')
    return sampleCards(database)
  })
  // The till is a stand-in of the demo: elsewhere one pays at a desk.
  const cardFor = async (request: Request) =>
    cardOf(database, libraries, await mustBeReader(database, request), momentOf(clock.now()), demo)
  bind('card', async ({ request }) => {
    await bridge?.followReader(readerIdOf(request))
    return cardFor(request)
  })
  bind('history', async ({ request }) => pastLoansOf(database, (await mustBeReader(database, request)).id))
  bind('forgetHistory', async ({ request }) => {
    await commands.forgetHistory(readerIdOf(request))
    return undefined
  })
  bind('makeFeed', async ({ request }) => {
    const secret = newFeedSecret()
    await commands.setFeed(readerIdOf(request), secret)
    return { path: calendarPath(secret) }
  })
  bind('endFeed', async ({ request }) => {
    await commands.setFeed(readerIdOf(request), null)
    return undefined
  })
  bind(
    'testNotice',
    async ({ request }) => {
      await commands.tellTest(readerIdOf(request), momentOf(clock.now()))
      return undefined
    },
    [limited()],
  )
  bind('changeCard', async ({ request, body }) => {
    const changed = await commands.changeCard(readerIdOf(request), body)
    return isRefusal(changed) ? changed : cardFor(request)
  })
  bind(
    'changePin',
    async ({ request, body: { pin, newPin } }) => {
      if (bridge) return KEPT_ELSEWHERE
      const { card } = await mustBeReader(database, request)
      const client = addressOf(request)
      const reader = await signingIn.with({ card, pin, client, now: machine.now().toMillis() })
      if (typeof reader === 'number') throw new HttpProblem('too-many-tries', { minutes: Math.ceil(reader / 60_000) })
      if (reader === null) throw new HttpProblem('wrong-card-or-pin')
      await commands.setPin(reader.id, await signingIn.stretched(newPin, client))
      // Whoever knew the old one is out; this window goes on.
      const { idle = libraries.idleMs('usual'), cookie } = request.session
      await sessions.endAllOf(reader.id)
      await beginSession(request, reader, idle, cookie.maxAge != null)
      return sessionInfo(reader, request)
    },
    [slowSignIn()],
  )
  bind(
    'askForPin',
    ({ body }) => {
      if (bridge) return Promise.resolve(KEPT_ELSEWHERE)
      const card = cardNumber(body.card, libraries.cards)
      // Nobody waits for it, lest the wait tell which cards there are.
      if (card !== null)
        commands.sendPinCode(card, momentOf(clock.now()), machine.now().toMillis()).catch((error: unknown) => {
          log.error(error)
        })
      return Promise.resolve(undefined)
    },
    [limited()],
  )
  bind(
    'choosePin',
    async ({ request, body: { card, code, newPin } }) => {
      if (bridge) return KEPT_ELSEWHERE
      const number = cardNumber(card, libraries.cards)
      const readerId = number === null ? null : await commands.takePinCode(number, code, machine.now().toMillis())
      if (readerId === null) throw new HttpProblem('wrong-pin-code')
      await commands.setPin(readerId, await signingIn.stretched(newPin, addressOf(request)))
      await sessions.endAllOf(readerId)
      return undefined
    },
    [slowSignIn()],
  )
  bind('payOwed', async ({ request, body: { amount } }) => {
    const readerId = readerIdOf(request)
    if (!demo) throw new HttpProblem('no-such-address')
    const paid = await commands.payOwed(readerId, amount, momentOf(clock.now()))
    return isRefusal(paid) ? paid : cardFor(request)
  })
}
