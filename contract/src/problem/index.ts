/** What went wrong, for people and programs: problem+json (RFC 9457) with a plain sentence and a remedy. */
import { refusalSchema } from '../titles/index.ts'
import type { FromSchema } from '../schema/index.ts'
import { nullable } from '../schema/nullable.ts'

export const problemSchema = {
  type: 'object',
  required: ['type', 'title', 'status', 'detail', 'remedy'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string', description: 'One plain sentence.' },
    remedy: { ...nullable('string'), description: 'What to do about it.' },
    refusal: refusalSchema,
  },
} as const

export type Problem = FromSchema<typeof problemSchema>
