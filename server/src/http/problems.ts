/** Errors as problem+json (RFC 9457): a stable type with its facts, of which whoever shows it makes a sentence. */
import { PROBLEMS, problemType, type Problem, type ProblemCode } from '@catalex/contract/problem'
import { Invalid } from '@catalex/contract/schema'
import { CqlError, QueryTooLarge } from '@catalex/core/query'
import type { ErrorRequestHandler } from 'express'
import type { Logger } from 'pino'
import { storageFault } from '../database/index.ts'
import { Overloaded } from '../overloaded.ts'

type Facts = Omit<Problem, 'type' | 'status'>

export class HttpProblem extends Error {
  constructor(
    readonly code: ProblemCode,
    readonly facts: Facts = {},
  ) {
    super(code)
    this.name = 'HttpProblem'
  }
}

const MOST_VIOLATIONS = 5

/** @returns the problem that an error is; our own fault for one that nobody foresaw */
export function problemFrom(error: unknown): Problem {
  const problem = (code: ProblemCode, facts: Facts = {}): Problem => ({ type: problemType(code), status: PROBLEMS[code], ...facts })
  if (error instanceof HttpProblem) return problem(error.code, error.facts)
  if (error instanceof Invalid) return problem('not-understood', { violations: error.violations.slice(0, MOST_VIOLATIONS) })
  if (error instanceof CqlError) return problem('query-not-understood', { cql: error.fault })
  if (error instanceof QueryTooLarge) return problem('query-too-large', { tooLarge: { what: error.what, most: error.most } })
  const fault = storageFault(error)
  if (fault === 'busy' || error instanceof Overloaded) return problem('busy')
  if (fault !== null) return problem('cannot-store')
  const status = statusOf(error)
  if (status === 413) return problem('body-too-large')
  return problem(status !== null && status < 500 ? 'body-unreadable' : 'our-fault')
}

/** Of an error of the body parser or the router. */
function statusOf(error: unknown): number | null {
  return typeof error === 'object' && error !== null && 'status' in error && typeof error.status === 'number' ? error.status : null
}

export function problemHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, _request, response, next) => {
    const problem = problemFrom(error)
    if (problem.status >= 500) log.error(error)
    if (response.headersSent) {
      next(error)
      return
    }
    if (problem.status === 503) response.set('Retry-After', '1')
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem))
  }
}
