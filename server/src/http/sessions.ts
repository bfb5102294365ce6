/** Who is asking: session cookie, CSRF protection, slowed sign-in. */
import { randomBytes } from 'node:crypto'
import { PATHS } from '@catalex/contract/paths'
import type { Request, RequestHandler, Response } from 'express'
import session from 'express-session'
import { slowDown } from 'express-slow-down'
import type { Queryable } from '../database/index.ts'
import { readerById, type Reader, type ReaderSessions } from '../readers/index.ts'
import { addressOf } from './bind.ts'
import { HttpProblem } from './problems.ts'

const COOKIE = 'catalex'

/** @param secure whether the cookie goes over HTTPS only */
export function sessions(store: ReaderSessions, secret: string, secure: boolean): RequestHandler {
  return session({
    name: COOKIE,
    secret,
    store,
    resave: false,
    saveUninitialized: false,
    // Without an age it goes with the browser's own session.
    cookie: { httpOnly: true, sameSite: 'strict', secure },
  })
}

/**
 * Begins a session of its own for the reader, so that no earlier session id lives on.
 * @param idle milliseconds after which it ends when nobody uses it
 * @param stay whether the browser keeps it when it is closed
 */
export async function beginSession(request: Request, reader: Reader, idle: number, stay: boolean): Promise<void> {
  await done((callback) => request.session.regenerate(callback))
  request.session.readerId = reader.id
  request.session.csrf = randomBytes(24).toString('base64url')
  request.session.idle = idle
  if (stay) request.session.cookie.maxAge = idle
  await done((callback) => request.session.save(callback))
}

export const endSession = (request: Request): Promise<void> => done((callback) => request.session.destroy(callback))

/** What express-session does with a callback, as a promise. */
function done(start: (callback: (error?: unknown) => void) => void): Promise<void> {
  return new Promise((resolve, reject) => {
    start((error) => {
      if (error) reject(error instanceof Error ? error : new Error('The session could not be kept.', { cause: error }))
      else resolve()
    })
  })
}

/** The browser keeps nothing, whatever becomes of the session in the database. */
export function leaveNothingBehind(response: Response): void {
  response.clearCookie(COOKIE).set('Clear-Site-Data', '"cache", "storage"')
}

export async function readerOf(database: Queryable, request: Request): Promise<Reader | null> {
  const { readerId } = request.session
  return readerId === undefined ? null : readerById(database, readerId)
}

export async function mustBeReader(database: Queryable, request: Request): Promise<Reader> {
  const reader = await readerOf(database, request)
  if (!reader) throw new HttpProblem('sign-in-needed')
  return reader
}

/** For commands, which look the reader up themselves. */
export function readerIdOf(request: Request): number {
  const { readerId } = request.session
  if (readerId === undefined) throw new HttpProblem('sign-in-needed')
  return readerId
}

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS'])

/**
 * A change must come from our own pages: same origin, and with the session's token once there is a session. Signing in and
 * out need no token: they must go well after the session has changed in another window.
 */
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
  const needsToken = token !== undefined && request.baseUrl + request.path !== PATHS.signOut.path
  if (foreign || (needsToken && request.get('x-csrf-token') !== token)) throw new HttpProblem('foreign-request')
  next()
}

const MINUTE = 60_000
/** Failed tries of an address that are not slowed: many readers may share one. */
const UNSLOWED = 10
const SLOWER_MS = 100
const SLOWEST_MS = 3000

/** Tries that fail make the next ones from the same address slower; the card itself is looked after where it is known. */
export function slowSignIn(): RequestHandler {
  return slowDown({
    windowMs: 10 * MINUTE,
    delayAfter: UNSLOWED,
    delayMs: (tries) => (tries - UNSLOWED) * SLOWER_MS,
    maxDelayMs: SLOWEST_MS,
    skipSuccessfulRequests: true,
    keyGenerator: addressOf,
  })
}
