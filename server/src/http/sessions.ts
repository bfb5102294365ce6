/** Who is asking: session cookie, CSRF protection, throttled sign-in. */
import { randomBytes } from 'node:crypto'
import type { SignIn } from '@catalex/contract/card'
import { cardNumber } from '@catalex/core/card'
import type { Request, RequestHandler } from 'express'
import { rateLimit, ipKeyGenerator } from 'express-rate-limit'
import session from 'express-session'
import type { Database } from '../database/index.ts'
import { DatabaseSessions, readerById, type Reader } from '../readers/index.ts'
import { machineClock } from '../standins/index.ts'
import { HttpProblem } from './problems.ts'

declare module 'express-session' {
  interface SessionData {
    readerId: number
    csrf: string
  }
}

export const COOKIE = 'catalex'
const LIFETIME = 8 * 3600 * 1000
/** Cookies live by the time of the browser, whatever day it is in the libraries. */
const machine = machineClock('utc')

/** @param secure whether the cookie goes over HTTPS only */
export function sessions(database: Database, secret: string, secure: boolean): RequestHandler {
  return session({
    name: COOKIE,
    secret,
    store: new DatabaseSessions(database, LIFETIME, () => machine.now().toMillis()),
    resave: false,
    saveUninitialized: false,
    cookie: { httpOnly: true, sameSite: 'strict', secure, maxAge: LIFETIME },
  })
}

/** Begins a session of its own for the reader, so that no earlier session id lives on. */
export async function beginSession(request: Request, reader: Reader): Promise<string> {
  await new Promise<void>((resolve, reject) => {
    request.session.regenerate((error) => {
      if (error) reject(error as Error)
      else resolve()
    })
  })
  request.session.readerId = reader.id
  request.session.csrf = randomBytes(24).toString('base64url')
  return request.session.csrf
}

export async function endSession(request: Request): Promise<void> {
  await new Promise<void>((resolve, reject) => {
    request.session.destroy((error) => {
      if (error) reject(error as Error)
      else resolve()
    })
  })
}

export async function readerOf(database: Database, request: Request): Promise<Reader | null> {
  const { readerId } = request.session
  return readerId === undefined ? null : database.query((use) => readerById(use, readerId))
}

export async function mustBeReader(database: Database, request: Request): Promise<Reader> {
  const reader = await readerOf(database, request)
  if (!reader) throw new HttpProblem('sign-in-needed')
  return reader
}

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS'])

/** A change must come from our own pages: same origin, and with the session's token once there is a session. */
export const guardChanges: RequestHandler = (request, _response, next) => {
  if (SAFE.has(request.method)) {
    next()
    return
  }
  const origin = request.get('origin')
  const site = request.get('sec-fetch-site')
  const foreign =
    (site !== undefined && site !== 'same-origin' && site !== 'none') ||
    (origin !== undefined && (!URL.canParse(origin) || new URL(origin).host !== request.get('host')))
  const token = request.session.csrf
  if (foreign || (token !== undefined && request.get('x-csrf-token') !== token && request.path !== '/api/session')) {
    throw new HttpProblem('foreign-request')
  }
  next()
}

const WINDOW_MINUTES = 10
const TRIES = 8

/** Failed tries count, by address and card number together and (more generously) by address alone. */
export function throttleSignIn(): RequestHandler[] {
  const refuse: RequestHandler = () => {
    throw new HttpProblem('too-many-tries', { minutes: WINDOW_MINUTES })
  }
  const common = {
    windowMs: WINDOW_MINUTES * 60_000,
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8' as const,
    legacyHeaders: false,
    handler: refuse,
  }
  const address = (request: Request) => ipKeyGenerator(request.ip ?? '')
  // The body has been checked against the contract before.
  const card = (request: Request) => cardNumber((request.body as SignIn).card) ?? ''
  return [
    rateLimit({ ...common, limit: TRIES, keyGenerator: (request) => `${address(request)} ${card(request)}` }),
    rateLimit({ ...common, limit: TRIES * 10, keyGenerator: address }),
  ]
}
