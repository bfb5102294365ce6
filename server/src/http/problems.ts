/** Errors as problem+json (RFC 9457): a stable type with its facts, of which whoever shows it makes a sentence. */
import { STATUS_CODES } from 'node:http'
import type { Duplex } from 'node:stream'
import { PROBLEMS, problemType, type Problem, type ProblemCode } from '@catalex/contract/problem'
import { Invalid } from '@catalex/contract/schema'
import { CqlError, QueryTooLarge } from '@catalex/core/query'
import type { ErrorRequestHandler } from 'express'
import type { Logger } from 'pino'
import { storageFault } from '../database/index.ts'
import { Overloaded } from '../overloaded.ts'
import { DeskAway, DeskUnreadable, PinNotSendable } from '../standins/index.ts'

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
  if (error instanceof PinNotSendable) return problem('pin-not-sendable')
  if (error instanceof DeskUnreadable) return problem('desk-unreadable')
  if (error instanceof DeskAway) return problem('desk-away')
  const fault = storageFault(error)
  if (fault === 'busy' || error instanceof Overloaded) return problem('busy')
  if (fault !== null) return problem('cannot-store')
  const { status, type } = partsOf(error)
  if (status === 413) return problem('body-too-large')
  if (status === 404) return problem('no-such-address')
  if (status === null || status >= 500) return problem('our-fault')
  return problem(type === null ? 'address-unreadable' : 'body-unreadable')
}

/** Of an error of the router or the body parser, which alone names its type. */
function partsOf(error: unknown): { status: number | null; type: string | null } {
  if (typeof error !== 'object' || error === null) return { status: null, type: null }
  return {
    status: 'status' in error && typeof error.status === 'number' ? error.status : null,
    type: 'type' in error && typeof error.type === 'string' ? error.type : null,
  }
}

/** What is so wrong that it is no request: answered by hand, and the connection is closed. */
export function answerClientError(error: NodeJS.ErrnoException, socket: Duplex): void {
  if (error.code === 'ECONNRESET' || !socket.writable) {
    socket.destroy()
    return
  }
  const code =
    error.code === 'HPE_HEADER_OVERFLOW'
      ? 'address-too-long'
      : error.code === 'ERR_HTTP_REQUEST_TIMEOUT'
        ? 'too-slow'
        : 'address-unreadable'
  const body = JSON.stringify({ type: problemType(code), status: PROBLEMS[code] } satisfies Problem)
  const head = [`HTTP/1.1 ${String(PROBLEMS[code])} ${STATUS_CODES[PROBLEMS[code]] ?? ''}`, 'Content-Type: application/problem+json', `Content-Length: ${String(Buffer.byteLength(body))}`, 'Connection: close'] // prettier-ignore
  socket.end(`${head.join('\r\n')}\r\n\r\n${body}`)
}

/** A line that is full, or a lending system that is away: no fault of the program, and no stack says more of it. */
const isForeseen = (error: unknown): boolean => error instanceof Overloaded || error instanceof DeskAway || storageFault(error) === 'busy'

export function problemHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, _request, response, next) => {
    const problem = problemFrom(error)
    if (isForeseen(error)) log.info({ problem: problem.type }, (error as Error).message)
    else if (problem.status >= 500) log.error(error)
    if (response.headersSent) {
      next(error)
      return
    }
    if (problem.status === 503) response.set('Retry-After', '1')
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem))
  }
}
