/** Binds a handler to an endpoint of the contract: what comes in is checked, and while developing what goes out. */
import { ENDPOINTS, type Endpoint } from '@catalex/contract/endpoints'
import { checked, checkedQuery } from '@catalex/contract/schema'
import { Outrun } from '@catalex/core/search'
import type { Express, Request, RequestHandler, Response } from 'express'

export interface Asked<Query, Body> {
  request: Request
  response: Response
  query: Query
  body: Body
  /** Says when nobody waits for the answer any more. */
  signal: AbortSignal
}

type Answer<Query, Body> = (asked: Asked<Query, Body>) => Promise<unknown>

/** A parameter given once is still a list where the schema says list; Express gives a string. */
export function bind<Query = unknown, Body = unknown>(
  app: Express,
  name: keyof typeof ENDPOINTS,
  checkAnswers: boolean,
  answer: Answer<Query, Body>,
  before: RequestHandler[] = [],
): void {
  const endpoint: Endpoint = ENDPOINTS[name]
  app[endpoint.method](endpoint.path, ...before, async (request: Request, response: Response) => {
    const query = (endpoint.query ? checkedQuery(endpoint.query, { ...request.query }) : {}) as Query
    const body = (endpoint.body ? checked(endpoint.body, request.body) : undefined) as Body
    const leaving = new AbortController()
    response.on('close', () => {
      leaving.abort()
    })
    try {
      const result = await answer({ request, response, query, body, signal: leaving.signal })
      if (endpoint.answer && checkAnswers) checked(endpoint.answer, result)
      response.status(endpoint.status)
      if (endpoint.answer) response.json(result)
      else response.end()
    } catch (error) {
      if (!(error instanceof Outrun)) throw error
      response.destroy()
    }
  })
}
