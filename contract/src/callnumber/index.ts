/** A call number explained: what each part means. */
import { CALL_NUMBER_SCHEMES, PART_KINDS } from '@catalex/core/callnumber'
import type { FromSchema } from '../schema/index.ts'
import { list, nullable, oneOf, shape, text } from '../schema/shapes.ts'

export const callNumberSchema = shape({
  text,
  scheme: oneOf(CALL_NUMBER_SCHEMES),
  parts: list(
    shape({
      text,
      kind: oneOf(PART_KINDS),
      heading: { ...nullable('string'), description: 'Of a class: the tens of Dewey ("38"), or the letters of LC or NLM.' },
    }),
  ),
})

export type ExplainedCallNumber = FromSchema<typeof callNumberSchema>
