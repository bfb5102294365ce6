/** The HTTP interface: thin handlers that check, call one service and answer. */
import { openapi } from '@catalex/contract/endpoints'
import type { HoldOptionsQuery, PlaceHold } from '@catalex/contract/holds'
import type { BrowseQuery, FacetValuesQuery, SuggestQuery, SearchQuery } from '@catalex/contract/search'
import type { SessionInfo, SignIn } from '@catalex/contract/card'
import type { TitleQuery } from '@catalex/contract/titles'
import compression from 'compression'
import express, { type Express, type Request } from 'express'
import helmet from 'helmet'
import { pino } from 'pino'
import { pinoHttp } from 'pino-http'
import { sizeOf, titleIdOf } from '../catalogue/index.ts'
import { cancelHold, cardOf, countReady, holdById, holdOptions, placeHold, type Changed, type Moment } from '../circulation/index.ts'
import { sampleCards, signIn, type Reader } from '../readers/index.ts'
import { titlePage } from '../titles/index.ts'
import type { Asker } from '../search/index.ts'
import { bind } from './bind.ts'
import type { Context } from './context.ts'
import { HttpProblem, problemHandler } from './problems.ts'
import { beginSession, COOKIE, endSession, guardChanges, mustBeReader, readerOf, sessions, throttleSignIn } from './sessions.ts'
import { servePages } from './pages.ts'

export function createApp(context: Context): Express {
  const app = express()
  const log = pino({ level: context.logLevel })
  app.disable('x-powered-by')
  app.set('trust proxy', context.behindProxy ? 1 : false)
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:'],
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: context.secure,
    }),
  )
  app.use(compression())
  // What readers look for is nobody's business: addresses are logged without their query.
  app.use(
    pinoHttp({
      logger: log,
      serializers: {
        req: (request: { method: string; url: string }) => ({ method: request.method, path: request.url.split('?')[0] }),
        res: (response: { statusCode: number }) => ({ status: response.statusCode }),
      },
    }),
  )
  app.use('/api', express.json({ limit: '64kb' }), sessions(context.database, context.sessionSecret, context.secure), guardChanges)
  app.use('/api', (_request, response, next) => {
    response.set('Cache-Control', 'no-store')
    next()
  })
  bindCatalogue(app, context)
  bindReaders(app, context)
  bindHolds(app, context)
  app.get('/api/openapi.json', (_request, response) => {
    response.json(openapi(context.version))
  })
  app.use('/api', () => {
    throw new HttpProblem(404, 'Not found', 'There is nothing at this address.', 'See /api/openapi.json for what there is.')
  })
  if (context.pages !== null) servePages(app, context.pages)
  app.use(problemHandler(log))
  return app
}

function momentOf({ clock }: Context): Moment {
  const now = clock.now()
  return { now: now.toUTC().toISO() ?? '', today: now.toISODate() ?? '' }
}

function bindCatalogue(app: Express, context: Context): void {
  const { database, libraries, search, checkAnswers } = context
  bind(app, 'health', checkAnswers, async () => ({ version: context.version, ...(await sizeOf(database)), indexReady: true }))
  bind(app, 'places', checkAnswers, async () => Promise.resolve(libraries.file))
  const askerOf = async (request: Request, pickup: string | undefined): Promise<Asker> => {
    const reader = await readerOf(database, request)
    return {
      category: reader?.category ?? libraries.policies.guestCategory,
      pickup: pickup ?? reader?.homeBranch,
      today: momentOf(context).today,
    }
  }
  bind<SearchQuery>(app, 'search', checkAnswers, async ({ request, query, signal }) =>
    search.answer(query, await askerOf(request, query.pickup), signal),
  )
  bind<BrowseQuery>(app, 'browse', checkAnswers, ({ query, signal }) => search.browse(query, signal))
  bind<SuggestQuery>(app, 'suggest', checkAnswers, ({ query, signal }) => search.suggest(query, signal))
  bind<FacetValuesQuery>(app, 'facetValues', checkAnswers, async ({ request, query, signal }) =>
    search.values(query, await askerOf(request, query.pickup), signal),
  )
  bind<TitleQuery>(app, 'title', checkAnswers, async ({ request, query }) => {
    const titleId = await titleIdOf(database, String(request.params.controlNumber))
    const page =
      titleId === null
        ? null
        : await titlePage(database, libraries, {
            titleId,
            workIds: search.workOf(titleId),
            scope: query.in,
            pickup: query.pickup,
            reader: await readerOf(database, request),
            now: context.clock.now(),
          })
    if (!page)
      throw new HttpProblem(404, 'Not found', 'The catalogue has no title at this address.', 'Search for it by its title or number.')
    return page
  })
}

function bindReaders(app: Express, context: Context): void {
  const { database, libraries, checkAnswers, demo } = context
  const info = async (reader: Reader | null, csrf: string | null): Promise<SessionInfo> => ({
    reader: reader && {
      name: reader.name,
      homeBranch: reader.homeBranch,
      category: reader.category,
      ready: await countReady(database, reader.id),
    },
    csrf,
    demo,
    now: momentOf(context).now,
  })
  bind(app, 'session', checkAnswers, async ({ request }) => info(await readerOf(database, request), request.session.csrf ?? null))
  bind<unknown, SignIn>(
    app,
    'signIn',
    checkAnswers,
    async ({ request, body }) => {
      const reader = await signIn(database, body.card, body.pin)
      if (!reader) {
        throw new HttpProblem(
          401,
          'Not signed in',
          'Card number and PIN do not go together.',
          'A card number has eight digits, such as 0004 2117; leading zeros may be left out. Any desk can give you a new PIN.',
        )
      }
      return info(reader, await beginSession(request, reader))
    },
    throttleSignIn(),
  )
  bind(app, 'signOut', checkAnswers, async ({ request, response }) => {
    await endSession(request)
    response.clearCookie(COOKIE).set('Clear-Site-Data', '"cache", "storage"')
  })
  bind(app, 'sampleCards', checkAnswers, async () => {
    if (!demo) throw new HttpProblem(404, 'Not found', 'There is nothing at this address.')
    return sampleCards(database)
  })
  bind(app, 'card', checkAnswers, async ({ request }) =>
    cardOf(database, libraries, await mustBeReader(database, request), momentOf(context)),
  )
}

function bindHolds(app: Express, context: Context): void {
  const { database, libraries, search, checkAnswers } = context
  const afterwards = async (reader: Reader, changed: Changed) => {
    await search.catchUp()
    return holdById(database, reader.id, changed.holdId)
  }
  bind<HoldOptionsQuery>(app, 'holdOptions', checkAnswers, async ({ request, query }) =>
    holdOptions(
      database,
      libraries,
      await readerOf(database, request),
      { records: query.records, barcode: query.barcode ?? null },
      momentOf(context),
    ),
  )
  bind<unknown, PlaceHold>(app, 'placeHold', checkAnswers, async ({ request, body }) => {
    const reader = await mustBeReader(database, request)
    return afterwards(reader, await placeHold(database, libraries, reader.id, body, keyOf(request), momentOf(context)))
  })
  bind(app, 'cancelHold', checkAnswers, async ({ request }) => {
    const reader = await mustBeReader(database, request)
    return afterwards(reader, await cancelHold(database, libraries, reader.id, Number(request.params.id), momentOf(context)))
  })
}

const LONGEST_KEY = 200

function keyOf(request: Request): string | null {
  const key = request.get('idempotency-key') ?? null
  if (key !== null && key.length > LONGEST_KEY)
    throw new HttpProblem(400, 'Not understood', 'The Idempotency-Key is too long.', 'Send at most 200 characters.')
  return key
}
