/** A server that answers what a test says; each question and each answer must be one that the contract allows. */
import { ENDPOINTS, type AnswerOf, type EndpointName, type Endpoint } from '@catalex/contract/endpoints'
import { PATHS } from '@catalex/contract/paths'
import { PROBLEMS, problemType, type Problem, type ProblemCode } from '@catalex/contract/problem'
import { checked } from '@catalex/contract/schema'
import { vi } from 'vitest'

export interface Asked {
  path: string
  query: URLSearchParams
  body: unknown
  headers: Headers
}

export class Refused extends Error {
  readonly problem: Problem
  constructor(code: ProblemCode, facts: Partial<Problem> = {}) {
    super(code)
    this.problem = { type: problemType(code), status: PROBLEMS[code], ...facts }
  }
}

export const NO_CONNECTION = new Error('no connection')

type Reply<Name extends EndpointName> =
  AnswerOf<Name> | Error | ((asked: Asked) => AnswerOf<Name> | Error | Promise<AnswerOf<Name> | Error>)
export type Replies = { [Name in EndpointName]?: Reply<Name> }

export interface FakeServer {
  /** Says what is answered from now on. */
  reply(replies: Replies): void
  asked(name: EndpointName): Asked[]
}

export function fakeServer(first: Replies): FakeServer {
  const replies: Replies = { ...first }
  const log: [EndpointName, Asked][] = []
  vi.stubGlobal('fetch', async (address: string, init: RequestInit) => {
    const url = new URL(address, 'http://catalex.test')
    const name = endpointAt(init.method ?? 'GET', url.pathname)
    const asked = { path: url.pathname, query: url.searchParams, body: init.body ? (JSON.parse(String(init.body)) as unknown) : undefined, headers: new Headers(init.headers) } // prettier-ignore
    log.push([name, asked])
    const reply = replies[name]
    const answer: unknown = typeof reply === 'function' ? await reply(asked) : reply
    if (init.signal?.aborted) throw new DOMException('left', 'AbortError')
    if (answer === NO_CONNECTION) throw new TypeError('failed')
    if (answer instanceof Refused) return Response.json(answer.problem, { status: answer.problem.status })
    const { answer: schema, body, status }: Endpoint = ENDPOINTS[name]
    // What the server would refuse is refused here.
    if (body) checked(body, asked.body)
    if (schema === null) return new Response(null, { status })
    if (answer === undefined) throw new Error(`The test does not say what ${name} answers.`)
    return Response.json(checked(schema, answer), { status })
  })
  return {
    reply: (more) => {
      Object.assign(replies, more)
    },
    asked: (name) => log.filter(([one]) => one === name).map(([, asked]) => asked),
  }
}

function endpointAt(method: string, path: string): EndpointName {
  const found = (Object.keys(PATHS) as EndpointName[]).find((name) => {
    const pattern = new RegExp(`^${PATHS[name].path.replace(/:\w+/g, '[^/]+')}$`)
    return PATHS[name].method.toUpperCase() === method && pattern.test(path)
  })
  if (!found) throw new Error(`There is no endpoint ${method} ${path}.`)
  return found
}
