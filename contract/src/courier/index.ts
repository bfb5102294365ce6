/** How a copy comes to a pickup location, step by step. */
import type { FromSchema } from '../schema/index.ts'
import { list, moment, orNull, shape, text } from '../schema/shapes.ts'

export const deliverySchema = shape({
  picked: { ...moment, description: 'When it is taken off its shelf.' },
  legs: list(
    shape({
      line: { ...text, description: 'Name of the courier’s line.' },
      from: text,
      depart: moment,
      to: text,
      arrive: moment,
    }),
  ),
  inHand: { ...moment, description: 'When it is ready, at the soonest.' },
  latest: { ...orNull(moment), description: 'When it is ready where it misses each run once; null where there is no second.' },
})

export type Delivery = FromSchema<typeof deliverySchema>
