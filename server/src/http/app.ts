/** The HTTP interface: thin handlers that check, call one service and answer. */
import { openapi } from '@catalex/contract/endpoints'
import compression from 'compression'
import express, { type Express } from 'express'
import helmet from 'helmet'
import { pino } from 'pino'
import { pinoHttp } from 'pino-http'
import { binderFor } from './bind.ts'
import { bindCatalogue } from './catalogue.ts'
import type { Context } from './context.ts'
import { bindHolds } from './holds.ts'
import { servePages } from './pages.ts'
import { HttpProblem, problemHandler } from './problems.ts'
import { bindReaders } from './readers.ts'
import { guardChanges, sessions } from './sessions.ts'

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
  const bind = binderFor(app, context.checkAnswers)
  bindCatalogue(bind, context)
  bindReaders(bind, context)
  bindHolds(bind, context)
  app.get('/api/openapi.json', (_request, response) => {
    response.json(openapi(context.version))
  })
  app.use('/api', () => {
    throw new HttpProblem('no-such-address')
  })
  if (context.pages !== null) servePages(app, context.pages)
  app.use(problemHandler(log))
  return app
}
