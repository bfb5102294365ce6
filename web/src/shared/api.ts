/** Talking to the server: every call by the name of its endpoint, from which follow path, parameters and answer. */
import type { AnswerOf, BodyOf, EndpointName, ParametersOf, PathOf } from '@catalex/contract/endpoints'
import { PATHS } from '@catalex/contract/paths'
import { problemType, type Problem } from '@catalex/contract/problem'
import { KEPT_HEADER, noteAway } from './connection.ts'
import { noteRelease, RELEASE_HEADER } from './release.ts'

export class ApiProblem extends Error {
  constructor(readonly problem: Problem) {
    super(problem.type)
    this.name = 'ApiProblem'
  }
}

/** The server can't be reached at all. */
export class NoConnection extends Error {
  constructor() {
    super('no connection')
    this.name = 'NoConnection'
  }
}

let csrf: string | null = null
export const rememberToken = (token: string | null): void => {
  csrf = token
}

interface Options {
  headers?: Record<string, string>
  signal?: AbortSignal
}

/** What an endpoint needs: names in its path, a query, a body. */
type Request<Name extends EndpointName> = (keyof PathOf<Name> extends never ? { path?: undefined } : { path: PathOf<Name> }) &
  (ParametersOf<Name> extends undefined ? { query?: undefined } : { query?: ParametersOf<Name> }) &
  (BodyOf<Name> extends undefined ? { body?: undefined } : { body: BodyOf<Name> })

/** Where an endpoint is asked. */
export function addressOf<Name extends EndpointName>(name: Name, request: Request<Name>): string {
  // Seen loosely: which of the three there are depends on the endpoint.
  const given = request as { path?: Record<string, string>; query?: object }
  return (
    PATHS[name].path.replace(/:(\w+)/g, (_, part: string) => encodeURIComponent(given.path?.[part] ?? '')) + queryString(given.query ?? {})
  )
}

/** @throws ApiProblem, NoConnection */
export async function call<Name extends EndpointName>(name: Name, request: Request<Name>, options: Options = {}): Promise<AnswerOf<Name>> {
  const { method } = PATHS[name]
  const { body } = request as { body?: unknown }
  const headers = { ...options.headers, ...(method !== 'get' && csrf ? { 'X-CSRF-Token': csrf } : {}) }
  const init: RequestInit = { method: method.toUpperCase(), credentials: 'same-origin', headers, signal: options.signal }
  if (body !== undefined) Object.assign(init, { body: JSON.stringify(body), headers: { ...headers, 'Content-Type': 'application/json' } })
  const response = await reach(addressOf(name, request), init)
  // What a good answer holds is the contract's to say.
  return (await answerIn(response)) as AnswerOf<Name>
}

function queryString(query: object): string {
  const parameters = new URLSearchParams()
  for (const [name, value] of Object.entries(query) as [string, unknown][]) {
    for (const one of Array.isArray(value) ? (value as unknown[]) : [value])
      if (one !== undefined && one !== null && one !== '') parameters.append(name, String(one))
  }
  const text = parameters.toString()
  return text === '' ? '' : `?${text}`
}

async function reach(address: string, init: RequestInit): Promise<Response> {
  try {
    const response = await fetch(address, init)
    noteRelease(response.headers.get(RELEASE_HEADER))
    noteAway(response.headers.has(KEPT_HEADER))
    return response
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error
    noteAway(true)
    throw new NoConnection()
  }
}

async function answerIn(response: Response): Promise<unknown> {
  if (response.status === 204) return undefined
  const body: unknown = await response.json().catch(() => null)
  if (response.ok) return body
  throw new ApiProblem(isProblem(body) ? body : { type: problemType('our-fault'), status: response.status })
}

const isProblem = (body: unknown): body is Problem => typeof body === 'object' && body !== null && 'type' in body && 'status' in body

/** Whether another try may help: what the server refuses it refuses again. */
export const mayPass = (error: unknown): boolean => !(error instanceof ApiProblem) || error.problem.status >= 500
