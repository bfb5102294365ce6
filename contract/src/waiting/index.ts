/** How long a wait in the queue is likely to be. */
import type { FromSchema } from '../schema/index.ts'
import { count, date, flag, list, looseShape, orNull, shape } from '../schema/shapes.ts'
import { wishedBarcode, wishedRecords } from '../holds/index.ts'

export const waitingQuerySchema = looseShape(['records', 'pickup'], {
  records: wishedRecords,
  barcode: wishedBarcode,
  pickup: { type: 'string', maxLength: 100, description: 'Code of the pickup point.' },
  recall: { ...flag, description: 'Whether it is as it would be with a loan shortened for it.' },
})

export const waitingSchema = shape({
  before: { ...count, description: 'Holds that wait before this one, paused ones too.' },
  copies: { ...count, description: 'Copies that may serve it.' },
  likely: { ...orNull(date), description: 'As likely sooner as later; null where it more likely never comes.' },
  from: { ...orNull(date), description: 'Eight of ten such holds are in hand from this day on …' },
  until: { ...orNull(date), description: '… until this one; null where more than one of ten never is.' },
  byWeek: {
    ...list(shape({ date, chance: { type: 'number', minimum: 0, maximum: 1 } } as const)),
    description: 'The chance to have it by so many weeks from now; fewer weeks where it is all but sure by then.',
  },
})

export type WaitingQuery = FromSchema<typeof waitingQuerySchema>
export type Waiting = FromSchema<typeof waitingSchema>
