/** Citations, and mailing titles. */
import { LONGEST_MAIL_ADDRESS, MAIL_ADDRESS } from '@catalex/core/card'
import { CITATION_STYLES } from '@catalex/core/citing'
import { LANGUAGE_CODES } from '@catalex/core/languages'
import { MOST_ENTRIES } from '@catalex/core/satchel'
import type { FromSchema } from '../schema/index.ts'
import { flag, list, looseShape, oneOf, shape, text } from '../schema/shapes.ts'

/** Titles that are cited or mailed at once. */
export const MOST_CITED = 50
const titles = { type: 'array', items: { type: 'string', minLength: 1, maxLength: 100 }, minItems: 1, maxItems: MOST_CITED, description: 'Control numbers.' } as const // prettier-ignore

export const citationsQuerySchema = looseShape(['titles'], { titles, style: { ...oneOf(CITATION_STYLES), default: 'apa' } })

export const citationsSchema = list(
  shape({ controlNumber: text, pieces: { ...list(shape({ text, italic: flag })), description: 'The citation, in order.' } }),
)

/** Titles of one file: those that are named, or those that a search finds first. */
export const MOST_EXPORTED = 5000

export const exportQuerySchema = looseShape(['titles'], { titles: { ...titles, maxItems: MOST_ENTRIES } })

export const mailTitlesSchema = shape({
  to: { type: 'string', maxLength: LONGEST_MAIL_ADDRESS, pattern: MAIL_ADDRESS },
  titles,
  language: oneOf(LANGUAGE_CODES),
})

export type ExportQuery = FromSchema<typeof exportQuerySchema>
export type Citations = FromSchema<typeof citationsSchema>
