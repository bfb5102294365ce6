/** The HTTP interface: thin handlers that check, call one service and answer. */
import { openapi } from '@catalex/contract/endpoints'
import compression from 'compression'
import express, { type Express, type RequestHandler } from 'express'
import helmet from 'helmet'
import type { Logger } from 'pino'
import { pinoHttp } from 'pino-http'
import { binderFor } from './bind.ts'
import { bindBackroom } from './endpoints/backroom.ts'
import { serveCardFiles } from './documents/cardFiles.ts'
import { bindCatalogue } from './endpoints/catalogue.ts'
import type { Context } from './context.ts'
import { serveEvents } from './events.ts'
import { serveExports } from './documents/exports.ts'
import { bindHolds } from './endpoints/holds.ts'
import { bindRequests } from './endpoints/requests.ts'
import { bindJoining } from './endpoints/joining.ts'
import { bindLists } from './endpoints/lists.ts'
import { bindMessages } from './endpoints/messages.ts'
import { serveMachines } from './documents/machines.ts'
import { serveRecords } from './documents/records.ts'
import { metricsOf } from './metrics.ts'
import { releaseOf, servePages } from './documents/pages.ts'
import { HttpProblem, problemHandler } from './problems.ts'
import { bindReaders } from './endpoints/readers.ts'
import { guardChanges, sessions } from './sessions.ts'

export function createApp(context: Context): Express {
  const app = express()
  const { log } = context
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
  if (log.isLevelEnabled('info')) app.use(requestLog(log))
  app.use((_request, response, next) => {
    response.set('Permissions-Policy', NOTHING_OF_THE_DEVICE)
    next()
  })
  if (!context.behindProxy) app.use(warnOfProxy(log))
  app.use('/api', express.json({ limit: '64kb' }), sessions(context.sessions, context.sessionSecret, context.secure), guardChanges)
  const release = context.pages === null ? {} : { 'Catalex-Release': releaseOf(context.pages) }
  app.use('/api', (_request, response, next) => {
    response.set({ 'Cache-Control': 'no-store', ...release })
    next()
  })
  const metrics = metricsOf(context)
  const bind = binderFor(app, context.checkAnswers, metrics)
  bindCatalogue(bind, context)
  bindReaders(bind, context)
  bindHolds(bind, context)
  bindRequests(bind, context)
  bindJoining(bind, context)
  bindLists(bind, context)
  bindMessages(bind, context)
  bindBackroom(bind, context)
  metrics.serve(app)
  serveCardFiles(app, context)
  const document = JSON.stringify(openapi(context.version))
  app.get('/api/openapi.json', (_request, response) => {
    response.type('application/json').send(document)
  })
  app.use('/api', () => {
    throw new HttpProblem('no-such-address')
  })
  serveMachines(app, context)
  serveRecords(app, context)
  serveExports(app, context)
  serveEvents(app, context)
  if (context.pages !== null) servePages(app, context.pages, context)
  app.use(problemHandler(log))
  return app
}

/** What readers look for and at is nobody's business: of addresses only their beginnings are logged. */
const requestLog = (log: Logger): RequestHandler =>
  pinoHttp({
    logger: log,
    serializers: {
      req: (request: { method: string; url: string }) => ({ method: request.method, path: roomOf(request.url) }),
      res: (response: { statusCode: number }) => ({ status: response.statusCode }),
    },
  })

/** The catalogue asks for nothing of the device. */
const NOTHING_OF_THE_DEVICE = ['camera', 'microphone', 'geolocation', 'payment', 'usb', 'serial', 'midi']
  .map((what) => `${what}=()`)
  .join(', ')

/** "/api/titles" of the address of a title. */
const roomOf = (url: string): string => /^(\/api\/[\w-]*|\/[\w-]*)/.exec(url)?.[0] ?? ''

/** Without the setting all readers behind a proxy look like one client, and are slowed together. */
function warnOfProxy(log: Logger): RequestHandler {
  let warned = false
  return (request, _response, next) => {
    if (!warned && request.headers['x-forwarded-for'] !== undefined) {
      warned = true
      log.warn('Requests come through a proxy, but CATALEX_PROXY=1 is not set: all clients count as one.')
    }
    next()
  }
}
