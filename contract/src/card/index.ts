/** The reader's own page, and signing in to it. */
import { holdSchema } from '../holds/index.ts'
import type { FromSchema } from '../schema/index.ts'
import { nullable } from '../schema/nullable.ts'

const text = { type: 'string' } as const

export const signInSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['card', 'pin'],
  properties: { card: { type: 'string', minLength: 1, maxLength: 60 }, pin: { type: 'string', minLength: 1, maxLength: 60 } },
} as const

export const sessionSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['reader', 'csrf', 'demo', 'now'],
  properties: {
    reader: {
      type: ['object', 'null'],
      additionalProperties: false,
      required: ['name', 'homeBranch', 'category', 'ready'],
      properties: { name: text, homeBranch: text, category: text, ready: { type: 'integer', description: 'Holds ready to collect.' } },
    },
    csrf: { ...nullable('string'), description: 'To be sent back in X-CSRF-Token with every change.' },
    now: { type: 'string', format: 'date-time', description: 'The libraries’ clock.' },
    demo: { type: 'boolean', description: 'Whether this is the demo, which shows sample cards at sign-in.' },
  },
} as const

export const cardSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['name', 'homeBranch', 'categoryName', 'expires', 'owed', 'holds', 'holdsLimit', 'loans', 'warnings'],
  properties: {
    name: text,
    homeBranch: text,
    categoryName: text,
    expires: { type: 'string', format: 'date' },
    owed: { type: 'integer', minimum: 0 },
    holds: { type: 'array', items: holdSchema, description: 'Those that live, and what ended in the last days.' },
    holdsLimit: { type: 'integer' },
    loans: {
      type: 'array',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['title', 'controlNumber', 'carrier', 'due', 'overdue', 'branch'],
        properties: {
          title: text,
          controlNumber: text,
          carrier: text,
          due: { type: 'string', format: 'date' },
          overdue: { type: 'boolean' },
          branch: text,
        },
      },
    },
    warnings: {
      type: 'array',
      items: { type: 'object', additionalProperties: true, required: ['code'], properties: { code: text } },
      description: 'What stops this card, as a refusal would say it.',
    },
  },
} as const

export const sampleCardsSchema = {
  type: 'array',
  items: {
    type: 'object',
    additionalProperties: false,
    required: ['card', 'pin', 'name', 'situation'],
    properties: { card: text, pin: text, name: text, situation: text },
  },
} as const

export type SignIn = FromSchema<typeof signInSchema>
export type SessionInfo = FromSchema<typeof sessionSchema>
export type Card = FromSchema<typeof cardSchema>
export type SampleCards = FromSchema<typeof sampleCardsSchema>
