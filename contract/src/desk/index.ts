/** The desk: what becomes of a copy in somebody's hands. */
import { HOLD_STATES } from '@catalex/core/holds'
import { DUE } from '@catalex/core/loans'
import type { FromSchema } from '../schema/index.ts'
import { count, flag, nullable, oneOf, orNull, shape, text } from '../schema/shapes.ts'

/** On the hold shelf, on its way to another branch, kept until the rest of its set has come, or back on its shelf. */
export const OUTCOMES = ['ready', 'sent', 'kept', 'shelved'] as const

export const checkedInSchema = shape({
  barcode: text,
  title: text,
  outcome: oneOf(OUTCOMES),
  to: { ...nullable('string'), description: 'Code of the branch to which it is sent.' },
  hold: { ...orNull(oneOf(HOLD_STATES)), description: 'How the hold stands that it is set aside for; null for none.' },
  returned: { ...flag, description: 'Whether it was on loan.' },
  charge: { ...count, description: 'What it costs its borrower that it was late, in hundredths.' },
})

export const checkedOutSchema = shape({
  barcode: text,
  title: text,
  due: { type: 'string', pattern: DUE },
  collected: { ...flag, description: 'Whether a hold was collected with it.' },
})

export type CheckedIn = FromSchema<typeof checkedInSchema>
export type CheckedOut = FromSchema<typeof checkedOutSchema>
