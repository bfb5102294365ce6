/** Asking for a card: what a library says of it, and what somebody fills in. */
import { LONGEST_MAIL_ADDRESS, MAIL_ADDRESS } from '@catalex/core/card'
import type { FromSchema } from '../schema/index.ts'
import { count, date, looseShape, shape, text } from '../schema/shapes.ts'

/** As a library writes it into its file. */
export const joiningSchema = looseShape(['bring', 'terms'], {
  bring: { ...text, description: 'What has to be shown at a desk, as "something with your name and address on it".' },
  terms: { ...text, description: 'What one agrees to, in a sentence or two.' },
  guardianUnder: { ...count, description: 'Who is younger than so many years needs somebody who answers for them.' },
})

const words = (maxLength: number) => ({ type: 'string', maxLength }) as const
const needed = (maxLength: number) => ({ ...words(maxLength), pattern: '\\S' }) as const

export const applySchema = looseShape(['name', 'born', 'address', 'branch', 'agreed'], {
  name: needed(200),
  born: date,
  address: needed(400),
  mail: { type: 'string', maxLength: LONGEST_MAIL_ADDRESS, pattern: MAIL_ADDRESS },
  telephone: words(60),
  guardian: { ...words(200), description: 'Who answers for somebody who is not of age.' },
  branch: { ...words(100), description: 'Code of the branch at which the card is fetched.' },
  agreed: { const: true, description: 'To the terms of the library.' },
})

export const appliedSchema = shape({ reference: { ...text, description: 'What to name at the desk.' } })

export type Joining = FromSchema<typeof joiningSchema>
export type Apply = FromSchema<typeof applySchema>
