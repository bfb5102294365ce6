/** On what terms a copy is lent. */
import { count, nullable, oneOf, orNull, shape } from '../schema/shapes.ts'

const length = { count, unit: oneOf(['days', 'hours'] as const) }

export const loanLengthSchema = shape(length)

/** In hundredths. */
export const overdueRateSchema = shape({
  amount: count,
  per: oneOf(['day', 'hour'] as const),
  ceiling: { ...nullable('integer'), description: 'The most that one loan costs; null for no ceiling.' },
})

export const returnToSchema = {
  ...nullable('string'),
  description: 'Code of the system to whose branches alone it is brought back; null for anywhere.',
} as const

export const loanTermsSchema = shape({
  ...length,
  overdue: { ...orNull(overdueRateSchema), description: 'What it costs when it is late; null for nothing.' },
  returnTo: returnToSchema,
})
