/** What the catalogue counts of itself, as Prometheus reads it; no number tells of a reader or of what was looked for. */
import type { EndpointName } from '@catalex/contract/endpoints'
import type { Express, Request, RequestHandler } from 'express'
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client'
import type { Context } from './context.ts'
import { HttpProblem } from './problems.ts'

export interface Metrics {
  /** Counts the answers of an endpoint, by status, and how long they took. */
  of(name: EndpointName): RequestHandler
  serve(app: Express): void
}

const SECONDS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5]

export function metricsOf({
  search,
  waitingChanges,
  openMetrics,
  bridge,
}: Pick<Context, 'search' | 'waitingChanges' | 'openMetrics' | 'bridge'>): Metrics {
  const registry = new Registry()
  // Among them the delay of the event loop, memory and processor time.
  collectDefaultMetrics({ register: registry, prefix: 'catalex_' })
  const answers = new Histogram({
    name: 'catalex_answers_seconds',
    help: 'Answers by endpoint and status, and how long they took.',
    labelNames: ['endpoint', 'status'],
    buckets: SECONDS,
    registers: [registry],
  })
  new Gauge({
    name: 'catalex_waiting',
    help: 'What waits for a thread: searches, changes.',
    labelNames: ['what'],
    registers: [registry],
    collect() {
      this.set({ what: 'searches' }, search.waiting)
      this.set({ what: 'changes' }, waitingChanges())
    },
  })
  new Gauge({
    name: 'catalex_records',
    help: 'Records that are found by what they say now.',
    registers: [registry],
    collect() {
      this.set(search.liveRecordCount())
    },
  })
  if (bridge)
    new Gauge({
      name: 'catalex_lending_answering',
      help: 'Whether the system that lends answered when it was last asked: 1 or 0.',
      registers: [registry],
      collect() {
        this.set(bridge.state().answering ? 1 : 0)
      },
    })
  if (bridge)
    new Gauge({
      name: 'catalex_lending_unreadable',
      help: 'Answers of the system that lends that could not be read, since the start.',
      registers: [registry],
      collect() {
        this.set(bridge.state().unreadable)
      },
    })
  return {
    of: (name) => (_request, response, next) => {
      const stop = answers.startTimer({ endpoint: name })
      response.on('close', () => {
        stop({ status: response.writableFinished ? String(response.statusCode) : 'left' })
      })
      next()
    },
    serve: (app) => {
      app.get('/api/metrics', (request, response, next) => {
        if (!openMetrics && !isOfThisMachine(request)) throw new HttpProblem('no-such-address')
        registry.metrics().then((text) => {
          response.type(registry.contentType).send(text)
        }, next)
      })
    },
  }
}

/** Whoever comes through a proxy comes from elsewhere. */
function isOfThisMachine({ socket, headers }: Request): boolean {
  const local = ['127.0.0.1', '::1', '::ffff:127.0.0.1'].includes(socket.remoteAddress ?? '')
  return local && headers['x-forwarded-for'] === undefined
}
