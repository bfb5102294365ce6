/** What readers ask for beside holds: scans, copies from outside, purchases. */
import { CARRIER_CODES } from '@catalex/core/catalogue'
import { DECLINE_REASONS, MOST_PAGES, REQUEST_KINDS, REQUEST_STATES } from '@catalex/core/requests'
import { refusalSchema } from '../refusal/index.ts'
import type { FromSchema } from '../schema/index.ts'
import { count, date, list, looseShape, moment, nullable, oneOf, orNull, shape, text } from '../schema/shapes.ts'
import { wishedRecords } from '../holds/index.ts'

export const requestOffersQuerySchema = looseShape([], {
  records: { ...wishedRecords, description: 'Editions any of which will do; left out for what no record is of.' },
  barcode: { type: 'string', maxLength: 100 },
})

export const outsideOfferSchema = shape({ cost: count, days: { ...count, description: 'Days that it usually takes.' } })
export const scanOfferSchema = shape({ barcode: text, branch: text, cost: count, perPage: count, mostPages: count, days: count })

/** An offer, or why there is none; null where the library says nothing of it. */
export const requestOffersSchema = shape({
  scan: orNull(shape({ offer: orNull(scanOfferSchema), refusal: orNull(refusalSchema) })),
  outside: {
    ...orNull(shape({ offer: orNull(outsideOfferSchema), refusal: orNull(refusalSchema) })),
    description: 'Null, too, where a copy of these libraries can be held.',
  },
})

const words = (maxLength: number) => ({ type: 'string', maxLength }) as const

export const makeRequestSchema = looseShape(['kind', 'title', 'cost'], {
  kind: oneOf(REQUEST_KINDS),
  title: { ...words(500), pattern: '\\S' },
  author: words(300),
  published: { ...words(200), description: 'Publisher, place and year, as far as they are known.' },
  number: { ...words(60), description: 'ISBN, ISSN or another number.' },
  note: words(500),
  controlNumber: words(100),
  barcode: { ...words(100), description: 'The copy that is scanned.' },
  part: { ...words(300), description: 'Chapter or article.' },
  pages: { type: 'integer', minimum: 1, maximum: MOST_PAGES },
  pickup: words(100),
  cost: { ...count, description: 'What was agreed to, in hundredths.' },
})

export const requestSchema = shape({
  id: { ...text, description: 'Known to its reader alone.' },
  reference: { ...text, description: 'What to name when asking about it.' },
  kind: oneOf(REQUEST_KINDS),
  title: text,
  controlNumber: nullable('string'),
  carrier: orNull(oneOf(CARRIER_CODES)),
  part: nullable('string'),
  pickup: nullable('string'),
  cost: count,
  at: moment,
  state: oneOf(REQUEST_STATES),
  day: { ...orNull(date), description: 'When it is expected, until when it is kept, or when it is due back.' },
  events: list(
    shape({
      at: moment,
      state: oneOf(REQUEST_STATES),
      partner: { ...nullable('string'), description: 'The library elsewhere that answered.' },
      reason: orNull(oneOf(DECLINE_REASONS)),
      day: orNull(date),
    }),
  ),
} as const)

export type RequestOffersQuery = FromSchema<typeof requestOffersQuerySchema>
export type RequestOffers = FromSchema<typeof requestOffersSchema>
export type MakeRequest = FromSchema<typeof makeRequestSchema>
export type ReaderRequest = FromSchema<typeof requestSchema>
