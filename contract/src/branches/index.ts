/** Library systems, their branches and collections: as files bring them, and as readers see them. */
import type { FromSchema } from '../schema/index.ts'

const hours = {
  type: 'object',
  description: 'Weekday (1 = Monday to 7 = Sunday) to spans of opening, local time.',
  additionalProperties: {
    type: 'array',
    items: { type: 'array', items: { type: 'string', pattern: '^([01]\\d|2[0-4]):[0-5]\\d$' }, minItems: 2, maxItems: 2 },
  },
} as const

const closure = {
  type: 'object',
  additionalProperties: false,
  required: ['from', 'to', 'reason'],
  properties: { from: { type: 'string', format: 'date' }, to: { type: 'string', format: 'date' }, reason: { type: 'string' } },
} as const

const floor = {
  type: 'object',
  additionalProperties: false,
  required: ['code', 'name'],
  properties: {
    code: { type: 'string' },
    name: { type: 'string', description: 'As a person in the building would say it: "Level 2, the one you walk in on".' },
  },
} as const

export const collectionSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['code', 'name', 'kind', 'floor'],
  properties: {
    code: { type: 'string', description: 'Unique in its branch; 852 $c.' },
    name: { type: 'string' },
    kind: { enum: ['open shelf', 'closed stacks', 'reading room', 'course reserve', 'display', 'store'] },
    floor: { type: 'string', description: 'Code of a floor of the branch.' },
  },
} as const

export const branchSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['code', 'system', 'name', 'hours', 'closures', 'floors', 'collections', 'pickup', 'keepsFromShelf'],
  properties: {
    code: { type: 'string', pattern: '^[a-z0-9-]+$', description: 'Unique in the consortium; 852 $b.' },
    system: { type: 'string' },
    name: { type: 'string' },
    hours,
    closures: { type: 'array', items: closure },
    floors: { type: 'array', items: floor, minItems: 1 },
    collections: { type: 'array', items: collectionSchema },
    keepsFromShelf: {
      type: 'boolean',
      description: 'Whether copies on its open shelves are taken off and kept for readers who could fetch them.',
    },
    pickup: {
      type: ['object', 'null'],
      description: 'null where nothing can be collected.',
      additionalProperties: false,
      required: ['desk', 'holdShelfDays', 'bring', 'categories'],
      properties: {
        desk: { type: 'string', description: 'As it is named on its door.' },
        holdShelfDays: { type: 'integer', minimum: 1 },
        bring: { type: 'string' },
        categories: {
          type: ['array', 'null'],
          items: { type: 'string' },
          description: 'Reader categories that may collect here; null for everybody.',
        },
      },
    },
  },
} as const

export const systemSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['code', 'name'],
  properties: { code: { type: 'string', pattern: '^[a-z0-9-]+$', description: '852 $a.' }, name: { type: 'string' } },
} as const

/** Everything about places that screens need, in one answer that seldom changes. */
export const placesSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['name', 'timeZone', 'systems', 'branches'],
  properties: {
    name: { type: 'string' },
    timeZone: { type: 'string' },
    systems: { type: 'array', items: systemSchema },
    branches: { type: 'array', items: branchSchema },
  },
} as const

export type System = FromSchema<typeof systemSchema>
export type Collection = FromSchema<typeof collectionSchema>
export type Branch = FromSchema<typeof branchSchema>
export type Places = FromSchema<typeof placesSchema>
