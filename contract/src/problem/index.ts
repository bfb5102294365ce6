/**
 * What went wrong, for people and programs: problem+json (RFC 9457). A problem has a stable type and its facts; the
 * sentence and the way on are made where it is shown.
 */
import { CQL_FAULTS } from '@catalex/core/query'
import { refusalSchema } from '../refusal/index.ts'
import type { FromSchema } from '../schema/index.ts'
import { count, list, looseShape, oneOf, shape, text, whole } from '../schema/shapes.ts'
import { PROBLEMS, type ProblemCode } from './codes.ts'

export * from './codes.ts'

export const problemSchema = looseShape(['type', 'status'], {
  type: { enum: Object.keys(PROBLEMS).map((code) => `urn:catalex:problem:${code}` as const) as `urn:catalex:problem:${ProblemCode}`[] },
  status: whole,
  refusal: { ...refusalSchema, description: 'Of "refused": which rule stands against it.' },
  violations: { ...list(shape({ at: text, rule: text, wanted: text })), description: 'Of "not-understood": what is wrong in the request.' },
  cql: {
    ...shape({ code: oneOf(CQL_FAULTS), at: count, what: text }),
    description: 'Of "query-not-understood": what, and at which character.',
  },
  tooLarge: {
    ...shape({ what: oneOf(['characters', 'terms', 'depth', 'records'] as const), most: count }),
    description: 'Of "query-too-large": of what there is too much, and how much is answered.',
  },
  minutes: { ...count, description: 'Of "too-many-tries" and "too-many-messages": when to try again.' },
})

export type Problem = FromSchema<typeof problemSchema>
