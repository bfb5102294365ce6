/** The backroom of the demo: its clock, and what its stand-ins do. */
import { CHANNELS } from '@catalex/core/card'
import { CARRIER_CODES } from '@catalex/core/catalogue'
import { ANSWER_ACTS } from '@catalex/core/living'
import { NOTICE_KINDS } from '@catalex/core/messages'
import { OPEN_REQUEST_STATES, REQUEST_KINDS } from '@catalex/core/requests'
import { refusalSchema } from '../refusal/index.ts'
import { checkedInSchema, checkedOutSchema } from '../desk/index.ts'
import type { FromSchema } from '../schema/index.ts'
import { count, date, flag, list, looseShape, moment, nullable, oneOf, orNull, shape, text } from '../schema/shapes.ts'

/** The clock stands, runs as clocks do, or a minute each second. */
export const PACES = ['stands', 'usual', 'fast'] as const
export type Pace = (typeof PACES)[number]

/** To the next hour, the next opening of a branch, the same time tomorrow, or until something is ready for the reader; or no further. */
export const MOVES = ['hour', 'opening', 'day', 'ready', 'stop'] as const

export const clockSchema = shape({
  now: moment,
  pace: oneOf(PACES),
  from: { ...orNull(moment), description: 'From when it is being moved; null while it is not.' },
  until: { ...orNull(moment), description: 'To when it is being moved; null while it is not.' },
})

export const moveClockSchema = looseShape([], {
  pace: oneOf(PACES),
  move: oneOf(MOVES),
  to: { ...date, description: 'To the opening of this day, which is no day before the present.' },
  branch: { type: 'string', maxLength: 100, description: 'Whose opening is meant.' },
})

export const HAPPENINGS = [
  'run left',
  'run dropped',
  'not found',
  'found',
  'taken',
  'sorted',
  'sent',
  'shelved',
  'ready',
  'collected',
  'lapsed',
  'returned',
  'lent',
] as const

const happeningSchema = shape({
  at: moment,
  what: oneOf(HAPPENINGS),
  title: nullable('string'),
  place: { ...nullable('string'), description: 'Code of the branch, or of the pickup point.' },
  to: { ...nullable('string'), description: 'Code of the branch to which it goes.' },
  line: { ...nullable('string'), description: 'Name of the line.' },
  count: { ...count, description: 'How many copies.' },
  mine: { ...flag, description: 'Whether it is about what this reader asked for.' },
})

const messageSchema = shape({
  reference: text,
  at: moment,
  notice: oneOf(NOTICE_KINDS),
  channel: oneOf(CHANNELS),
  to: { ...text, description: 'As much of the address as its owner needs to know it.' },
  subject: text,
  text,
  html: text,
  mine: flag,
})

export const backroomSchema = shape({
  clock: clockSchema,
  lines: {
    ...list(
      shape({
        code: text,
        name: text,
        stops: { ...list(text), description: 'Codes of the branches at which it calls, in order.' },
        today: flag,
        running: { ...list(shape({ from: text, to: text, copies: count, mine: flag })), description: 'What is on the road now.' },
      }),
    ),
    description: 'The courier.',
  },
  waiting: { ...list(shape({ branch: text, copies: count })), description: 'Copies that wait for a van.' },
  travelling: { ...count, description: 'Copies between libraries.' },
  picks: { ...list(shape({ branch: text, copies: count, next: orNull(moment) })), description: 'Copies to take off the shelves.' },
  shelves: list(
    shape({ pickup: text, lapsing: { ...count, description: 'Whose last day is today.' }, carriers: list(orNull(oneOf(CARRIER_CODES))) }),
  ),
  back: {
    ...shape({ due: count, back: count, late: count }),
    description: 'Of what is due today: all, and what has come back today, on whatever day it was due; and all that is overdue.',
  },
  requests: {
    ...list(
      shape({
        reference: text,
        kind: oneOf(REQUEST_KINDS),
        state: oneOf(OPEN_REQUEST_STATES),
        title: text,
        day: orNull(date),
        pickup: nullable('string'),
        partner: { ...nullable('string'), description: 'The library elsewhere that is asked, or has sent it.' },
        mine: flag,
      }),
    ),
    description: 'What was asked for beside holds, and is not done.',
  },
  happenings: list(happeningSchema),
  messages: list(messageSchema),
})

export const backroomQuerySchema = looseShape([], { mine: { ...flag, default: false, description: 'Only what concerns this reader.' } })

const spine = { ...list(text), description: 'Lines of the spine label.' } as const

export const deskViewSchema = shape({
  branch: text,
  next: { ...orNull(moment), description: 'The next run through the shelves.' },
  picks: list(shape({ barcode: text, title: text, spine, collection: text, floor: text, pickup: text, pieceOf: nullable('string') })),
  ready: list(shape({ barcode: text, title: text, spine, card: text, collectBy: orNull(date) })),
  coming: list(shape({ barcode: text, title: text, from: text, expected: orNull(moment) })),
})

export const deskQuerySchema = looseShape(['branch'], { branch: { type: 'string', maxLength: 100 } })

export const DESK_ACTS = ['check in', 'check out', 'missing'] as const

export const actAtDeskSchema = looseShape(['act', 'branch', 'barcode'], {
  act: oneOf(DESK_ACTS),
  branch: { type: 'string', maxLength: 100 },
  barcode: { type: 'string', minLength: 1, maxLength: 100 },
  card: {
    type: 'string',
    maxLength: 60,
    description: 'Of the reader to whom it is lent; where it is left out, of the one for whom it is kept.',
  },
})

export const actedAtDeskSchema = shape({
  checkedIn: orNull(checkedInSchema),
  checkedOut: orNull(checkedOutSchema),
  missing: flag,
  refusal: orNull(refusalSchema),
})

export const answerRequestSchema = looseShape(['reference', 'act'], {
  reference: { type: 'string', maxLength: 20 },
  act: oneOf(ANSWER_ACTS),
})

export const answeredSchema = shape({ refusal: orNull(refusalSchema) })

export type AnswerRequest = FromSchema<typeof answerRequestSchema>
export type Clock = FromSchema<typeof clockSchema>
export type MoveClock = FromSchema<typeof moveClockSchema>
export type Happening = FromSchema<typeof happeningSchema>
export type Backroom = FromSchema<typeof backroomSchema>
export type BackroomMessage = FromSchema<typeof messageSchema>
export type DeskView = FromSchema<typeof deskViewSchema>
export type ActAtDesk = FromSchema<typeof actAtDeskSchema>
export type ActedAtDesk = FromSchema<typeof actedAtDeskSchema>
