/** The files that a library writes to bring its world in, beside its MARC 21 records. */
import { FAMILY_CODES, RECORDED_STATUSES, USE_RULES } from '@catalex/core/catalogue'
import { CHANNELS } from '@catalex/core/card'
import { HOLD_STATES } from '@catalex/core/holds'
import { DUE } from '@catalex/core/loans'
import { branchSchema, cardsSchema, currencySchema, languagesSchema, prefixesSchema, systemSchema } from '../libraries/index.ts'
import { joiningSchema } from '../joining/index.ts'
import { overdueRateSchema } from '../loans/index.ts'
import type { FromSchema } from '../schema/index.ts'
import { count, date, flag, list, looseShape, moment, name, nullable, oneOf, shape, text } from '../schema/shapes.ts'

export * from './documents.ts'
export { inFormOfNow } from './earlierForm.ts'

/** Conditions of a rule; one that is left out holds always. */
const conditions = {
  categories: list(text),
  homes: { ...list(text), description: 'Home systems of readers; "owner" stands for the system that owns the copy.' },
  uses: list(oneOf(USE_RULES)),
  families: list(oneOf(FAMILY_CODES)),
  owners: list(text),
  places: { ...list(text), description: 'Where the copy stands: branches, or "branch/collection".' },
} as const

/** Of the form of these files; without it, they are of the first. */
const format = { enum: [1, 2] } as const

export const libraryFileSchema = looseShape(['name', 'timeZone', 'systems', 'branches'], {
  format,
  name,
  timeZone: { type: 'string', description: 'IANA name, such as "Etc/UTC".' },
  currency: currencySchema,
  languages: languagesSchema,
  prefixes: prefixesSchema,
  cards: cardsSchema,
  joining: { ...joiningSchema, description: 'How one gets a card; left out where that is done at a desk alone.' },
  systems: { ...list(systemSchema), minItems: 1 },
  branches: { ...list(branchSchema), minItems: 1 },
})

const categorySchema = looseShape(['code', 'name', 'holdsLimit', 'owedLimit'], {
  code: name,
  name,
  holdsLimit: count,
  owedLimit: { ...count, description: 'In hundredths; more than this stops holds.' },
  overdueLimit: { ...count, description: 'More overdue loans than this stop everything; left out for no limit.' },
})

const holdRuleSchema = looseShape(['allow', 'cost', 'reason', 'remedy'], {
  ...conditions,
  pickups: { ...list(text), description: 'Pickup points, or systems whose all are; "owner" stands for the system that owns the copy.' },
  allow: flag,
  cost: count,
  reason: nullable('string'),
  remedy: nullable('string'),
})

const loanRuleSchema = looseShape(['renewals'], {
  ...conditions,
  days: { type: 'integer', minimum: 1, description: 'Length of the loan; either days or hours.' },
  hours: { type: 'integer', minimum: 1, maximum: 240 },
  renewals: count,
  renewedAtDesk: { ...flag, description: 'Renewed at a desk only.' },
  overdue: {
    ...overdueRateSchema,
    description: 'What a late copy costs, in hundredths, and the most that one loan costs; left out where it costs nothing.',
  },
  recalledAfter: { ...count, description: 'Days that a borrower keeps at least when it is recalled; left out where it is not recalled.' },
})

const decision = {
  allow: flag,
  cost: count,
  days: { ...count, description: 'Days that it usually takes.' },
  reason: nullable('string'),
  remedy: nullable('string'),
} as const

const scanRuleSchema = looseShape(['allow', 'cost', 'perPage', 'mostPages', 'days', 'reason', 'remedy'], {
  ...conditions,
  ...decision,
  perPage: { ...count, description: 'What each page costs on top, in hundredths.' },
  mostPages: count,
})

const outsideRuleSchema = looseShape(['allow', 'cost', 'days', 'reason', 'remedy'], {
  categories: conditions.categories,
  homes: list(text),
  ...decision,
})

const minutes = { type: 'integer', minimum: 1, maximum: 1440 } as const

/** When a session that nobody uses ends; what is left out is as usual. */
const sessionRulesSchema = looseShape([], {
  idleMinutes: { ...minutes, description: '15 where it is left out.' },
  terminalIdleMinutes: { ...minutes, description: 'At a public terminal; 3 where it is left out.' },
  stayDays: {
    type: 'integer',
    minimum: 1,
    maximum: 90,
    description: 'On a device on which somebody stays signed in; 14 where it is left out.',
  },
})

export const policiesFileSchema = looseShape(['guestCategory', 'categories', 'holdRules', 'loanRules'], {
  format,
  guestCategory: { type: 'string', description: 'Category by which routes are shown to somebody who has not signed in.' },
  categories: { ...list(categorySchema), minItems: 1 },
  holdRules: { ...list(holdRuleSchema), description: 'The first that fits decides.' },
  loanRules: { ...list(loanRuleSchema), description: 'The first that fits decides.' },
  scans: {
    ...list(scanRuleSchema),
    description: 'Scans of a chapter or an article: the first that fits decides; none are made where it is left out.',
  },
  outside: {
    ...list(outsideRuleSchema),
    description: 'Copies asked of libraries elsewhere: the first that fits decides; none are where it is left out.',
  },
  statuses: {
    type: 'object',
    additionalProperties: oneOf(RECORDED_STATUSES),
    description: 'What a status in the library’s own words (876 $j) means; one that stands neither here nor among ours is shown as it is.',
  },
  sessions: sessionRulesSchema,
  endedHoldDays: { ...count, description: 'After so many days an ended hold is nobody’s any more; 30 where it is left out.' },
})

/** readers.csv, a row. */
export const readerRowSchema = looseShape(['card', 'pin', 'name', 'category', 'homeBranch', 'expires', 'owed', 'block'], {
  card: { type: 'string', minLength: 1, description: 'Of a shape that library.json names, as it may be typed.' },
  pin: { type: 'string', minLength: 4, description: 'In the clear in the file only; stored as a scrypt hash.' },
  name: { type: 'string', minLength: 1, description: 'As on the card.' },
  category: text,
  homeBranch: text,
  expires: date,
  owed: { type: 'string', pattern: '^\\d+$', description: 'an amount in hundredths' },
  block: text,
  mail: { type: 'string', pattern: '^$|^[^@\\s]+@[^@\\s]+$', description: 'a mail address, or nothing' },
  telephone: text,
  notify: { ...oneOf(['', ...CHANNELS] as const), description: 'How they are told.' },
  guardian: { type: 'string', description: 'Whoever answers for a reader who is not of age.' },
  situation: { type: 'string', description: 'Demo only: shown with the sample cards.' },
  standIn: { ...oneOf(['', 'yes'] as const), description: 'Demo only: "yes" for one whom nobody plays, who acts by themselves.' },
})

const due = { type: 'string', pattern: DUE, description: 'an ISO date, or with the minute in local time: "2026-11-27T14:00"' } as const
const fewTimes = { type: 'string', pattern: '^\\d{0,3}$', description: 'a whole number, or nothing' } as const

/** loans.csv, a row. */
export const loanRowSchema = looseShape(['barcode', 'card', 'due'], {
  barcode: text,
  card: { type: 'string', description: 'Empty for a borrower who is not in readers.csv.' },
  due,
  renewals: fewTimes,
  recalledFrom: {
    type: 'string',
    pattern: '^$|^\\d{4}-\\d{2}-\\d{2}$',
    description: 'When it was due before it was recalled: an ISO date, or nothing.',
  },
})

/** holds.csv, a row. */
export const holdRowSchema = looseShape(['card', 'controlNumbers', 'barcode', 'pickup', 'asked', 'state', 'collectBy'], {
  card: { type: 'string', description: 'Empty for a reader who is not in readers.csv.' },
  controlNumbers: { type: 'string', description: 'Editions that would do, parted by "|".' },
  wanted: { type: 'string', description: 'Barcode of the one copy or volume that would do; empty for any.' },
  barcode: { type: 'string', description: 'The copy set aside, in the states that have one; else empty.' },
  pickup: text,
  asked: moment,
  state: oneOf(HOLD_STATES),
  since: { type: 'string', description: 'ISO date and time at which it came into this state; empty for "asked".' },
  pausedUntil: {
    type: 'string',
    description: 'ISO date of the day on which it goes on, of one that is paused; empty where nobody has said.',
  },
  collectBy: text,
})

/** A list of copies whose status has changed, a row. */
export const statusRowSchema = shape({
  barcode: { type: 'string', minLength: 1 },
  status: {
    type: 'string',
    minLength: 1,
    maxLength: 200,
    description: '"on loan", one of the other statuses, or the library’s own words.',
  },
  due: { type: 'string', description: 'ISO date of a copy on loan; else empty.' },
})

export type LibraryFile = FromSchema<typeof libraryFileSchema>
export type PoliciesFile = FromSchema<typeof policiesFileSchema>
export type ReaderRow = FromSchema<typeof readerRowSchema>
export type LoanRow = FromSchema<typeof loanRowSchema>
export type StatusRow = FromSchema<typeof statusRowSchema>
export type HoldRow = FromSchema<typeof holdRowSchema>
