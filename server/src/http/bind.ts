/** Binds a handler to an endpoint of the contract: what comes in is checked, and while developing what goes out. */
import { ENDPOINTS, PATHS, type AnswerOf, type BodyOf, type Endpoint, type EndpointName, type PathOf, type QueryOf } from '@catalex/contract/endpoints' // prettier-ignore
import { checked, checkedQuery } from '@catalex/contract/schema'
import { isRefusal, type Refusal } from '@catalex/core/holds'
import { Cancelled } from '@catalex/core/search'
import { ipKeyGenerator } from 'express-rate-limit'
import type { Express, NextFunction, Request, RequestHandler, Response } from 'express'
import type { Asking } from '../search/index.ts'
import type { Metrics } from './metrics.ts'
import { HttpProblem } from './problems.ts'

export interface Call<Name extends EndpointName> {
  request: Request
  response: Response
  path: PathOf<Name>
  query: QueryOf<Name>
  body: BodyOf<Name>
  asking: Asking
}

export type Handler<Name extends EndpointName> = (call: Call<Name>) => Promise<AnswerOf<Name> | Refusal>

/** @param checkAnswers whether answers are checked against the contract, too */
export function binderFor(app: Express, checkAnswers: boolean, metrics: Metrics) {
  return <Name extends EndpointName>(name: Name, handler: Handler<Name>, guards: RequestHandler[] = []) => {
    const endpoint: Endpoint = ENDPOINTS[name]
    const { method, path }: { method: 'get' | 'post' | 'delete'; path: string } = PATHS[name]
    app[method](path, metrics.of(name), checkBody(endpoint), ...guards, (request: Request, response: Response, next: NextFunction) => {
      answer<Name>(endpoint, checkAnswers, handler, request, response).catch(next)
    })
  }
}

export type Bind = ReturnType<typeof binderFor>

/** Of IPv6 the network, of which a client has as many addresses as it likes. */
export const addressOf = (request: Request): string => ipKeyGenerator(request.ip ?? '')

/** Before anything else looks at it. */
function checkBody(endpoint: Endpoint): RequestHandler {
  return (request, _response, next) => {
    if (endpoint.body) checked(endpoint.body, request.body)
    next()
  }
}

async function answer<Name extends EndpointName>(
  endpoint: Endpoint,
  checkAnswers: boolean,
  handler: Handler<Name>,
  request: Request,
  response: Response,
): Promise<void> {
  const leaving = new AbortController()
  response.on('close', () => {
    if (!response.writableFinished) leaving.abort()
  })
  const call = {
    request,
    response,
    // The path has the names that it was declared with; query and body have been checked against their schemas.
    path: request.params as PathOf<Name>,
    query: (endpoint.query ? checkedQuery(endpoint.query, { ...request.query }) : {}) as QueryOf<Name>,
    body: request.body as BodyOf<Name>,
    asking: { signal: leaving.signal, client: addressOf(request) },
  }
  try {
    const result = await handler(call)
    if (typeof result === 'object' && isRefusal(result)) throw new HttpProblem('refused', { refusal: result })
    if (endpoint.answer && checkAnswers) checked(endpoint.answer, result)
    response.status(endpoint.status)
    if (endpoint.answer) response.json(result)
    else response.end()
  } catch (error) {
    if (!(error instanceof Cancelled)) throw error
    response.destroy()
  }
}
