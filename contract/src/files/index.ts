/** The files that a library writes to bring its world in, beside its MARC 21 records. */
import { branchSchema, systemSchema } from '../branches/index.ts'
import type { FromSchema } from '../schema/index.ts'
import { nullable } from '../schema/nullable.ts'

const strings = { type: 'array', items: { type: 'string' } } as const

export const libraryFileSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['name', 'timeZone', 'systems', 'branches'],
  properties: {
    name: { type: 'string' },
    timeZone: { type: 'string', description: 'IANA name, such as "Etc/UTC".' },
    systems: { type: 'array', items: systemSchema, minItems: 1 },
    branches: { type: 'array', items: branchSchema, minItems: 1 },
  },
} as const

const categorySchema = {
  type: 'object',
  additionalProperties: false,
  required: ['code', 'name', 'holdsLimit', 'owedLimit'],
  properties: {
    code: { type: 'string' },
    name: { type: 'string' },
    holdsLimit: { type: 'integer', minimum: 0 },
    owedLimit: { type: 'integer', minimum: 0, description: 'In hundredths; more than this stops holds.' },
  },
} as const

const holdRuleSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['allow', 'cost', 'reason', 'remedy'],
  properties: {
    categories: strings,
    uses: { type: 'array', items: { enum: ['loan', 'short loan', 'here only', 'fetched on request'] } },
    families: strings,
    owners: strings,
    pickups: strings,
    allow: { type: 'boolean' },
    cost: { type: 'integer', minimum: 0 },
    reason: nullable('string'),
    remedy: nullable('string'),
  },
} as const

const loanRuleSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['days', 'renewals'],
  properties: {
    categories: strings,
    uses: { type: 'array', items: { enum: ['loan', 'short loan', 'here only', 'fetched on request'] } },
    families: strings,
    owners: strings,
    days: { type: 'integer', minimum: 1 },
    renewals: { type: 'integer', minimum: 0 },
  },
} as const

export const policiesFileSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['guestCategory', 'categories', 'holdRules', 'loanRules'],
  properties: {
    guestCategory: { type: 'string', description: 'Category by which routes are shown to somebody who has not signed in.' },
    categories: { type: 'array', items: categorySchema, minItems: 1 },
    holdRules: { type: 'array', items: holdRuleSchema, description: 'The first that fits decides.' },
    loanRules: { type: 'array', items: loanRuleSchema, description: 'The first that fits decides.' },
  },
} as const

/** readers.csv, a row. */
export const readerRowSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['card', 'pin', 'name', 'category', 'homeBranch', 'expires', 'owed', 'block', 'situation'],
  properties: {
    card: { type: 'string', pattern: '^\\d{8}$' },
    pin: { type: 'string', minLength: 4, description: 'In the clear in the file only; stored as a scrypt hash.' },
    name: { type: 'string', minLength: 1 },
    category: { type: 'string' },
    homeBranch: { type: 'string' },
    expires: { type: 'string', format: 'date' },
    owed: { type: 'string', pattern: '^\\d+$' },
    block: { type: 'string' },
    situation: { type: 'string', description: 'Demo only: shown with the sample cards; empty in a real file.' },
  },
} as const

/** loans.csv, a row. */
export const loanRowSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['barcode', 'card', 'due'],
  properties: {
    barcode: { type: 'string' },
    card: { type: 'string', description: 'Empty for a borrower who is not in readers.csv.' },
    due: { type: 'string', format: 'date' },
  },
} as const

/** holds.csv, a row. */
export const holdRowSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['card', 'controlNumbers', 'barcode', 'pickup', 'asked', 'state', 'collectBy'],
  properties: {
    card: { type: 'string', description: 'Empty for a reader who is not in readers.csv.' },
    controlNumbers: { type: 'string', description: 'Editions that would do, parted by "|".' },
    barcode: { type: 'string', description: 'The copy set aside, in the states that have one; else empty.' },
    pickup: { type: 'string' },
    asked: { type: 'string', format: 'date-time' },
    state: { enum: ['waiting', 'being fetched', 'in transit', 'ready'] },
    collectBy: { type: 'string' },
  },
} as const

export type LibraryFile = FromSchema<typeof libraryFileSchema>
export type PoliciesFile = FromSchema<typeof policiesFileSchema>
export type ReaderRow = FromSchema<typeof readerRowSchema>
export type LoanRow = FromSchema<typeof loanRowSchema>
export type HoldRow = FromSchema<typeof holdRowSchema>
