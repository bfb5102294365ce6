/** What leads on from a title: more by its people, and what is near to it in subject and in now. */
import { rowSchema } from '../search/index.ts'
import type { FromSchema } from '../schema/index.ts'
import { list, shape } from '../schema/shapes.ts'

export const relatedSchema = shape({
  byPeople: { ...list(rowSchema), description: 'By the same people, what is in first, then the newest.' },
  near: {
    ...list(rowSchema),
    description: 'With subjects in common, the rarer the nearer, in the same language and for the same audience, and in now.',
  },
})

export type RelatedTitles = FromSchema<typeof relatedSchema>
