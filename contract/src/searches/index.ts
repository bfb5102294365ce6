/** Searches that readers keep, to be run again. */
import type { FromSchema } from '../schema/index.ts'
import { list, moment, shape, text } from '../schema/shapes.ts'

export const keepSearchSchema = shape({
  name: { type: 'string', maxLength: 200, pattern: '\\S', description: 'A name with at least one letter.' },
  address: { type: 'string', maxLength: 2000, pattern: '^\\?', description: 'The query of its address, from the question mark on.' },
})

export const keptSearchesSchema = list(
  shape({
    id: { type: 'string', description: 'Known to its reader alone.' },
    name: text,
    address: text,
    seen: { ...moment, description: 'When it was last looked at: titles that came after that are new.' },
  }),
)

export type KeepSearch = FromSchema<typeof keepSearchSchema>
export type KeptSearches = FromSchema<typeof keptSearchesSchema>
