/** Holds: asking what is possible, placing one, and how it stands. */
import { HOLD_STATES } from '@catalex/core/holds'
import type { FromSchema } from '../schema/index.ts'
import { nullable } from '../schema/nullable.ts'
import { refusalSchema } from '../titles/index.ts'

const text = { type: 'string' } as const
const count = { type: 'integer', minimum: 0 } as const

export const holdTargetProperties = {
  records: {
    type: 'array',
    items: { type: 'integer' },
    minItems: 1,
    maxItems: 50,
    uniqueItems: true,
    description: 'Editions any of which will do.',
  },
  barcode: { type: ['string', 'null'], description: 'This very copy or volume.' },
} as const

export const holdOptionsQuerySchema = {
  type: 'object',
  additionalProperties: false,
  required: ['records'],
  properties: { records: { type: 'array', items: { type: 'integer' }, minItems: 1, maxItems: 50 }, barcode: text },
} as const

export const holdOptionsSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['standing', 'pickups', 'used', 'limit'],
  properties: {
    standing: { anyOf: [refusalSchema, { type: 'null' }], description: 'What stops this reader wherever they collect.' },
    used: { ...count, description: 'Holds this reader has.' },
    limit: nullable('integer'),
    pickups: {
      type: 'array',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['branch', 'from', 'cost', 'line', 'refusal'],
        properties: {
          branch: text,
          from: { ...nullable('string'), description: 'Branch of the copy that would be set aside; null for a place in line.' },
          cost: count,
          line: {
            type: ['object', 'null'],
            additionalProperties: false,
            required: ['before', 'copies'],
            properties: { before: count, copies: count },
          },
          refusal: { anyOf: [refusalSchema, { type: 'null' }] },
        },
      },
    },
  },
} as const

export const placeHoldSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['records', 'barcode', 'pickup'],
  properties: { ...holdTargetProperties, pickup: text },
} as const

export const holdSchema = {
  type: 'object',
  additionalProperties: false,
  required: [
    'id',
    'title',
    'controlNumber',
    'editions',
    'carrier',
    'enumeration',
    'pickup',
    'state',
    'asked',
    'from',
    'line',
    'collectBy',
    'cost',
    'events',
  ],
  properties: {
    id: { type: 'integer' },
    title: text,
    controlNumber: text,
    carrier: text,
    editions: { ...count, description: 'How many editions would do.' },
    enumeration: nullable('string'),
    pickup: text,
    state: { enum: HOLD_STATES },
    asked: { type: 'string', format: 'date-time' },
    from: { ...nullable('string'), description: 'Branch that sends or keeps the copy.' },
    line: {
      type: ['object', 'null'],
      additionalProperties: false,
      required: ['place', 'copies'],
      properties: { place: count, copies: count },
    },
    collectBy: nullable('string'),
    cost: count,
    events: {
      type: 'array',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['at', 'state'],
        properties: { at: { type: 'string', format: 'date-time' }, state: { enum: HOLD_STATES } },
      },
    },
  },
} as const

export type HoldOptions = FromSchema<typeof holdOptionsSchema>
export type HoldOptionsQuery = FromSchema<typeof holdOptionsQuerySchema>
export type PlaceHold = FromSchema<typeof placeHoldSchema>
export type HoldLine = FromSchema<typeof holdSchema>
