/** Every kind of problem with its status; light, so that pages can carry it. */
export const PROBLEMS = {
  'not-understood': 400,
  'query-not-understood': 400,
  'query-too-large': 400,
  'key-too-long': 400,
  'body-unreadable': 400,
  'address-unreadable': 400,
  'address-too-long': 431,
  'body-too-large': 413,
  'sign-in-needed': 401,
  'wrong-card-or-pin': 401,
  'wrong-pin-code': 401,
  'foreign-request': 403,
  'no-such-address': 404,
  'no-such-title': 404,
  'no-such-course': 404,
  'no-such-plan': 404,
  'no-such-list': 404,
  'no-such-search': 404,
  'too-many-lists': 409,
  'too-many-searches': 409,
  'too-slow': 408,
  refused: 409,
  'too-many-tries': 429,
  'too-many-messages': 429,
  'clock-never-goes-back': 422,
  'our-fault': 500,
  busy: 503,
  'cannot-store': 503,
  'desk-away': 503,
  'desk-unreadable': 502,
  'pin-not-sendable': 422,
} as const

export type ProblemCode = keyof typeof PROBLEMS
export const PROBLEM_CODES = Object.keys(PROBLEMS) as ProblemCode[]

const PREFIX = 'urn:catalex:problem:'
export const problemType = (code: ProblemCode): `${typeof PREFIX}${ProblemCode}` => `${PREFIX}${code}`

/** The kind of a problem by its type; our own fault where the type is none of ours. */
export const problemCode = (type: string): ProblemCode => PROBLEM_CODES.find((code) => problemType(code) === type) ?? 'our-fault'
