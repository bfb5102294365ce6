/** Talking to the server: JSON in and out, problems as errors, the session's token with every change. */
import type { Problem } from '@catalex/contract/problem'

export class ApiProblem extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail)
    this.name = 'ApiProblem'
  }
}

let csrf: string | null = null
export const rememberToken = (token: string | null): void => {
  csrf = token
}

export type Parameters = Record<string, string | number | boolean | readonly (string | number)[] | undefined>

export async function get<T>(path: string, parameters: Parameters = {}, signal?: AbortSignal): Promise<T> {
  const query = new URLSearchParams()
  for (const [name, value] of Object.entries(parameters)) {
    for (const one of Array.isArray(value) ? (value as (string | number)[]) : [value])
      if (one !== undefined && one !== '' && one !== false) query.append(name, String(one))
  }
  const text = query.toString()
  return answerOf<T>(await reach(text === '' ? path : `${path}?${text}`, { signal }))
}

export async function send<T>(method: 'POST' | 'DELETE', path: string, body?: unknown, headers: Record<string, string> = {}): Promise<T> {
  const init: RequestInit = { method, headers: { ...headers, ...(csrf ? { 'X-CSRF-Token': csrf } : {}) } }
  if (body !== undefined) {
    init.body = JSON.stringify(body)
    init.headers = { ...init.headers, 'Content-Type': 'application/json' }
  }
  return answerOf<T>(await reach(path, init))
}

async function reach(path: string, init: RequestInit): Promise<Response> {
  try {
    return await fetch(path, { credentials: 'same-origin', ...init })
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error
    throw new ApiProblem({
      type: 'about:blank',
      title: 'No connection',
      status: 0,
      detail: 'The catalogue can’t be reached just now.',
      remedy: 'See whether you are online, then try again.',
    })
  }
}

async function answerOf<T>(response: Response): Promise<T> {
  if (response.status === 204) return undefined as T
  const body: unknown = await response.json().catch(() => null)
  if (response.ok) return body as T
  throw new ApiProblem(
    (body as Problem | null) ?? {
      type: 'about:blank',
      title: 'Our fault',
      status: response.status,
      detail: 'The catalogue did not answer as it should.',
      remedy: 'Try again in a moment.',
    },
  )
}
