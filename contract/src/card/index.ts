/** The reader's own page, and signing in to it. */
import { CHANNELS, VISITS } from '@catalex/core/card'
import { CARRIER_CODES } from '@catalex/core/catalogue'
import { LANGUAGE_CODES } from '@catalex/core/languages'
import { DUE } from '@catalex/core/loans'
import { NOTICE_KINDS } from '@catalex/core/messages'
import { holdSchema, toldSchema } from '../holds/index.ts'
import { overdueRateSchema, returnToSchema } from '../loans/index.ts'
import { requestSchema } from '../requests/index.ts'
import { refusalSchema } from '../refusal/index.ts'
import type { FromSchema } from '../schema/index.ts'
import { count, date, flag, list, looseShape, moment, nullable, oneOf, orNull, shape, text } from '../schema/shapes.ts'

/** As much as somebody types of a card number or a PIN. */
const typed = { type: 'string', minLength: 1, maxLength: 60 } as const

export const signInSchema = looseShape(['card', 'pin'], { card: typed, pin: typed, visit: oneOf(VISITS) })

export const sessionSchema = shape({
  reader: orNull(
    shape({
      name: text,
      homeBranch: text,
      category: text,
      ready: { ...count, description: 'Holds, and copies from outside, that are ready to collect.' },
    }),
  ),
  csrf: { ...nullable('string'), description: 'To be sent back in X-CSRF-Token with every change.' },
  idle: { ...nullable('integer'), description: 'Seconds after which the session of a reader who does nothing ends.' },
  now: { ...moment, description: 'The libraries’ clock.' },
  demo: { ...flag, description: 'Whether this is the demo, which shows sample cards at sign-in.' },
})

export const loanSchema = shape({
  barcode: text,
  title: text,
  controlNumber: nullable('string'),
  carrier: orNull(oneOf(CARRIER_CODES)),
  due: { type: 'string', pattern: DUE, description: 'A day, or a minute in local time.' },
  renewals: { ...count, description: 'How often it has been renewed.' },
  recalledFrom: { ...orNull(date), description: 'When it was due before somebody asked for it.' },
  overdue: flag,
  renewal: {
    ...shape({ due: nullable('string'), refusal: orNull(refusalSchema) }),
    description: 'When it would be due if it were renewed now, or why it is not renewed.',
  },
  branch: nullable('string'),
  returnTo: returnToSchema,
  late: {
    ...orNull(shape({ rate: overdueRateSchema, soFar: { ...count, description: 'What it costs by now, in hundredths.' } })),
    description: 'What it costs when it is late; null for nothing.',
  },
})

/** What is not paid yet: of a copy that came back late, or of a scan or a copy from outside. */
const chargeSchema = shape({
  what: oneOf(['late', 'request']),
  title: text,
  amount: { ...count, description: 'In hundredths.' },
  at: moment,
})

/** What a reader was told of a hold or a loan. */
const toldMessageSchema = shape({ reference: text, at: moment, notice: oneOf(NOTICE_KINDS), channel: oneOf(CHANNELS), subject: text, text })

/** A PIN or password as somebody chooses it. */
const chosenPin = { type: 'string', minLength: 4, maxLength: 60, pattern: '\\S' } as const

export const changePinSchema = looseShape(['pin', 'newPin'], { pin: typed, newPin: chosenPin })

export const askForPinSchema = looseShape(['card'], { card: typed })

export const choosePinSchema = looseShape(['card', 'code', 'newPin'], { card: typed, code: typed, newPin: chosenPin })

export const changeCardSchema = looseShape([], {
  notify: oneOf(CHANNELS),
  language: oneOf(LANGUAGE_CODES),
  homeBranch: { type: 'string', maxLength: 100, description: 'Code of a branch at which one can collect.' },
  history: { ...flag, description: 'Whether a list of what was returned is kept; once it is not, what was kept is deleted.' },
})

/** As much as was agreed to: where more or less is owed by now, nothing is paid. */
export const payOwedSchema = looseShape(['amount'], { amount: { type: 'integer', minimum: 1, maximum: 10_000_000 } })

export const cardSchema = shape({
  name: text,
  homeBranch: text,
  categoryName: text,
  expires: date,
  owed: { ...count, description: 'All of it, also what the library’s files say.' },
  charges: list(chargeSchema),
  till: { ...flag, description: 'Whether it can be paid here.' },
  messages: { ...list(toldMessageSchema), description: 'The last ones, newest first.' },
  holds: { ...list(holdSchema), description: 'Those that live, and what ended in the last days.' },
  holdsLimit: count,
  requests: { ...list(requestSchema), description: 'What was asked for beside holds, and not withdrawn.' },
  loans: list(loanSchema),
  told: {
    ...orNull(toldSchema),
    description: 'How this reader is told, and where: as much of it as its owner needs to know it.',
  },
  toldInstead: {
    ...orNull(shape({ channel: oneOf(CHANNELS), until: date, reason: text })),
    description: 'How the home branch tells everybody for the time being.',
  },
  channels: { ...list(toldSchema), description: 'Ways in which this reader can be told, the usual one first.' },
  language: { ...orNull(oneOf(LANGUAGE_CODES)), description: 'In which this reader is told; null for the library’s first.' },
  history: { ...flag, description: 'Whether a list of what was returned is kept.' },
  feed: { ...flag, description: 'Whether there is a link by which a calendar follows the card.' },
  guardian: { ...nullable('string'), description: 'Whoever answers for a reader who is not of age.' },
  sessions: { ...count, description: 'Places where this reader is signed in, this one among them.' },
  warnings: { ...list(refusalSchema), description: 'What stops this card.' },
})

/** Newest first. */
export const historySchema = list(shape({ title: text, controlNumber: nullable('string'), returned: moment }))

export const feedSchema = shape({ path: { ...text, description: 'Of the calendar; told this once.' } })

export const sampleCardsSchema = list(shape({ card: text, pin: text, name: text, situation: text }))

export type ChangeCard = FromSchema<typeof changeCardSchema>
export type SignIn = FromSchema<typeof signInSchema>
export type SessionInfo = FromSchema<typeof sessionSchema>
export type Loan = FromSchema<typeof loanSchema>
export type Card = FromSchema<typeof cardSchema>
export type PastLoan = FromSchema<typeof historySchema>[number]
export type SampleCards = FromSchema<typeof sampleCardsSchema>
