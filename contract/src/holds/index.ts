/** Holds: what is possible, placing one, and how it stands. */
import { CHANNELS } from '@catalex/core/card'
import { CARRIER_CODES } from '@catalex/core/catalogue'
import { HOLD_STATES } from '@catalex/core/holds'
import { deliverySchema } from '../courier/index.ts'
import { refusalSchema } from '../refusal/index.ts'
import type { FromSchema } from '../schema/index.ts'
import { count, date, flag, list, looseShape, moment, nullable, oneOf, orNull, shape, text } from '../schema/shapes.ts'

/** A hold on more editions than this is a slip. */
const MOST_RECORDS = 50
const records = { ...list({ type: 'string', maxLength: 100 }), minItems: 1, maxItems: MOST_RECORDS, uniqueItems: true } as const
const barcode = { type: 'string', maxLength: 100 } as const
export const wishedRecords = { ...records, description: 'Control numbers of editions any of which will do.' } as const
export const wishedBarcode = { ...barcode, description: 'This very copy or volume.' } as const

export const holdOptionsQuerySchema = looseShape(['records'], {
  records: wishedRecords,
  barcode: wishedBarcode,
})

/** Readers waiting before this one, and copies that may serve. */
export const queueSchema = shape({ before: count, copies: count })

const pickupOptionSchema = shape({
  pickup: { type: 'string', description: 'Code of the pickup point.' },
  from: { ...nullable('string'), description: 'Branch of the copy that would be set aside; null for a place in the queue.' },
  cost: count,
  cardCosts: {
    ...orNull(shape({ least: count, most: count })),
    description: 'For a guest: the least and the most that it costs with the cards there are; null for a reader, whose cost it is.',
  },
  queue: orNull(queueSchema),
  delivery: { ...orNull(deliverySchema), description: 'How and when it comes; null for a place in the queue, or where nobody knows.' },
  recall: {
    ...orNull(shape({ was: date, due: date })),
    description: 'A loan that would be shortened if that were asked for: until when it is lent, and until when it would be.',
  },
  brings: { ...list(text), description: 'Pieces of the set that it brings together; none for what is one piece.' },
  suppliers: {
    ...list(shape({ branch: text, cost: count, inHand: orNull(moment) })),
    description: 'Branches that could send it now, the best first; of many the first alone.',
  },
  refusal: orNull(refusalSchema),
})

/** How somebody is told, and where: as much of it as its owner needs to know it. */
export const toldSchema = shape({ channel: oneOf(CHANNELS), to: nullable('string') })

export const holdOptionsSchema = shape({
  refusal: { ...orNull(refusalSchema), description: 'What stops this reader wherever they collect.' },
  used: { ...count, description: 'Holds this reader has.' },
  limit: nullable('integer'),
  already: { ...orNull(refusalSchema), description: 'This reader has it, or a hold on it: a second one has to be meant.' },
  told: { ...list(toldSchema), description: 'Ways in which this reader can be told, the usual one first.' },
  pickups: list(pickupOptionSchema),
})

export const placeHoldSchema = looseShape(['records', 'barcode', 'pickup'], {
  records,
  barcode: { ...nullable('string'), maxLength: 100 },
  pickup: { type: 'string', maxLength: 100 },
  from: { type: 'string', maxLength: 100, description: 'Branch that is to send it; where it is left out, that from which it comes first.' },
  notBefore: {
    ...date,
    description: 'Kept ready from this day on, on which the pickup location is open; not fetched sooner than it needs.',
  },
  notAfter: { ...date, description: 'Ended after this day, where it is not ready by then.' },
  notify: { ...oneOf(CHANNELS), description: 'How the reader is told of this hold; as usual where it is left out.' },
  note: { type: 'string', maxLength: 300, description: 'For staff.' },
  cost: { ...count, description: 'What was agreed to, in hundredths; nothing where it is left out. A hold that costs more is refused.' },
  recall: { ...flag, description: 'Whether a loan is to be shortened for it, of which its borrower is told.' },
  again: { ...flag, description: 'Whether a second hold on the work, or one on what the reader has, is meant.' },
})

export const changeHoldSchema = looseShape([], {
  paused: {
    ...orNull(shape({ until: orNull(date) })),
    description: 'Passed over until a day, or until it is taken back; null to go on.',
  },
  pickup: { type: 'string', maxLength: 100, description: 'Where it is collected from now on.' },
  cost: { ...count, description: 'What was agreed to, in hundredths; what it costs already where it is left out.' },
})

export const holdSchema = shape({
  id: { type: 'string', description: 'Known to its reader alone.' },
  title: text,
  controlNumber: { ...nullable('string'), description: 'Of the record; null where the catalogue has it no more.' },
  carrier: orNull(oneOf(CARRIER_CODES)),
  editions: { ...count, description: 'How many editions would do.' },
  enumeration: nullable('string'),
  pickup: { type: 'string', description: 'Code of the pickup point.' },
  state: oneOf(HOLD_STATES),
  requested: moment,
  from: { ...nullable('string'), description: 'Branch that sends or keeps the copy.' },
  queue: orNull(shape({ place: count, copies: count })),
  collectBy: nullable('string'),
  expected: { ...orNull(moment), description: 'When what is on its way is to be ready, as far as is known by now.' },
  promised: { ...orNull(moment), description: 'When it was to be, as it was told first.' },
  pausedUntil: { ...nullable('string'), description: 'Day on which a paused hold goes on.' },
  notBefore: { ...orNull(date), description: 'Day on which its reader comes for it.' },
  notAfter: { ...orNull(date), description: 'Last day on which it is wanted.' },
  notify: { ...orNull(oneOf(CHANNELS)), description: 'How its reader is told, where that is not as usual.' },
  unconfirmed: { ...flag, description: 'Whether another system lends, and has not said yet that it has this hold.' },
  cost: count,
  recalled: { ...orNull(date), description: 'Day by which a loan that was shortened for it is due.' },
  events: list(shape({ at: moment, state: oneOf(HOLD_STATES) })),
})

export type HoldOptionsQuery = FromSchema<typeof holdOptionsQuerySchema>
export type HoldOptions = FromSchema<typeof holdOptionsSchema>
export type PickupOption = FromSchema<typeof pickupOptionSchema>
export type PlaceHold = FromSchema<typeof placeHoldSchema>
export type ChangeHold = FromSchema<typeof changeHoldSchema>
export type Hold = FromSchema<typeof holdSchema>
