/** Displays: shelves of titles that the libraries have chosen, and what is new. */
import { neighboursSchema } from '../neighbours/index.ts'
import { narrowing } from '../search/index.ts'
import type { FromSchema } from '../schema/index.ts'
import { count, list, looseShape, nullable, oneOf, shape } from '../schema/shapes.ts'

export const DISPLAY_KINDS = ['new', 'theme', 'prize'] as const

export const displaysQuerySchema = looseShape([], narrowing)

export const displaysSchema = list(
  shape({
    code: { type: 'string', description: 'By which a search is narrowed to it.' },
    kind: oneOf(DISPLAY_KINDS),
    name: { ...nullable('string'), description: 'null for what is new, which the interface names.' },
    about: nullable('string'),
    branch: { ...nullable('string'), description: 'Where it stands.' },
    until: { ...nullable('string'), description: 'Its last day.' },
    count: { ...count, description: 'Titles of it in the scope.' },
    spines: { ...neighboursSchema.properties.spines, description: 'The first of them.' },
  }),
)

export type DisplaysQuery = FromSchema<typeof displaysQuerySchema>
export type Displays = FromSchema<typeof displaysSchema>
