/** How a copy comes to a pickup location, step by step. */
import type { FromSchema } from '../schema/index.ts'
import { list, moment, shape, text } from '../schema/shapes.ts'

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
  checkedIn: { ...moment, description: 'When it stands on the hold shelf.' },
  inHand: { ...moment, description: 'When it can first be collected.' },
})

export type Delivery = FromSchema<typeof deliverySchema>
