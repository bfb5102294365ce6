/** Errors as people read them: problem+json with one plain sentence and what to do about it. */
import type { Problem } from '@catalex/contract/problem'
import { Invalid } from '@catalex/contract/schema'
import { CqlError } from '@catalex/core/search'
import type { ErrorRequestHandler } from 'express'
import type { Logger } from 'pino'
import { Refused } from '../branches/index.ts'
import { KeyReused, NoSuchHold, TooLate } from '../circulation/index.ts'

export class HttpProblem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly remedy: string | null = null,
  ) {
    super(detail)
  }
}

export const signInNeeded = (): HttpProblem =>
  new HttpProblem(401, 'Sign in first', 'This needs your library card.', 'Sign in with your card number and PIN.')

function problemFrom(error: unknown): Problem | null {
  const problem = (status: number, title: string, detail: string, remedy: string | null): Problem => ({
    type: 'about:blank',
    title,
    status,
    detail,
    remedy,
  })
  if (error instanceof HttpProblem) return problem(error.status, error.title, error.detail, error.remedy)
  if (error instanceof Invalid)
    return problem(
      400,
      'Not understood',
      `The request can't be read: ${error.message}.`,
      'See /api/openapi.json for what it should look like.',
    )
  if (error instanceof CqlError)
    return problem(
      400,
      'Not understood',
      `This can’t be read as a CQL query: ${error.message} That is at character ${String(error.at + 1)}.`,
      'Mend it there, or leave the index and relation out to search for plain words.',
    )
  if (error instanceof Refused) {
    const said = error.refusal.code === 'rule' ? error.refusal : null
    return {
      ...problem(409, 'Not possible', said?.reason ?? 'A rule of the library stands against it.', said?.remedy ?? null),
      refusal: error.refusal,
    }
  }
  if (error instanceof KeyReused)
    return problem(422, 'Key used twice', 'This Idempotency-Key came with another request before.', 'Send a new key with a new request.')
  if (error instanceof NoSuchHold) return problem(404, 'Not found', 'Your card has no such hold.', 'Look at your card for those you have.')
  if (error instanceof TooLate)
    return problem(409, 'Too late', `The hold is ${error.state} already.`, 'Look at your card for how it stands.')
  if (isHttpError(error)) return problem(error.status, 'Not understood', 'The request is too large or is not valid JSON.', null)
  return null
}

/** As the body parser throws them. */
function isHttpError(error: unknown): error is { status: number } {
  return typeof error === 'object' && error !== null && 'status' in error && typeof error.status === 'number' && error.status < 500
}

export function problemHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, _request, response, next) => {
    const problem = problemFrom(error)
    if (!problem) log.error(error)
    if (response.headersSent) {
      next(error)
      return
    }
    const said = problem ?? {
      type: 'about:blank',
      title: 'Our fault',
      status: 500,
      detail: 'Something went wrong on our side.',
      remedy: 'Try again; if it stays so, tell the desk.',
    }
    response.status(said.status).type('application/problem+json').send(JSON.stringify(said))
  }
}
